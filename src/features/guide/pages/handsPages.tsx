import { Cautions } from '@/components/Cautions';
import { AtTheSwapDrawing, BroadAndNarrow, HeatRanges, Strands } from '../drawings/printing';
import { Caution, Figure, Part, Points, Steps } from '../parts';

export function AtTheSwapPage() {
  return (
    <>
      <p>Two minutes, in this order. Lay everything out before the printer stops.</p>
      <Part title="Before">
        <Points>
          <li>The next spool, its end cut at a slant and 10 cm straightened.</li>
          <li>Tweezers, cutters, and a scrap of card.</li>
        </Points>
        <Figure caption="A slanted end feeds easily. A card keeps the purge strand off the print.">
          <AtTheSwapDrawing />
        </Figure>
      </Part>
      <Part title="At the stop">
        <Steps>
          <li>Lay the card over the print, under the nozzle.</li>
          <li>If the nozzle has cooled, reheat it, and wait.</li>
          <li>
            Unload the old filament. With a runout sensor, cut off the swollen tip so it fits
            through.
          </li>
          <li>Rewind the old filament and tuck its end into the spool.</li>
          <li>Load the new filament straight in. Do not lean on the head.</li>
          <li>Purge until no trace of the old colour is left.</li>
          <li>Remove the purge strand before the head moves.</li>
          <li>
            Check that the nozzle is clean. Resume, and catch the first bit of filament with
            tweezers.
          </li>
          <li>Watch the first lines. A pushed head prints too low or too high.</li>
        </Steps>
        <Caution>
          The nozzle causes burns on contact. Never pull cold filament: it tears off inside. Cutters
          and cut-off strands are sharp.
        </Caution>
      </Part>
      <Part title="How much to unload">
        <p>
          Direct feed needs about 100 mm. A guide tube needs its own length, 300 to 500 mm. Your
          printer profile has the value.
        </p>
      </Part>
    </>
  );
}

export function PurgingPage() {
  return (
    <>
      <p>
        After a swap the old colour is still in the nozzle. A purge clears it. Too little tints the
        new colour, too much is waste.
      </p>
      <Figure caption="Dark to light takes two to three times as much as light to dark.">
        <Strands />
      </Figure>
      <Part title="How it is worked out">
        <p>
          Purge length = melt zone × (1.5 + 3 × lightness gained × stain of the old colour). The
          melt zone of an ordinary nozzle holds 75 mm³, about 31 mm of filament. Stain is 0.4 for
          pale colours, 1 for ordinary dark ones, and up to 1.6 for strong reds and blacks, which
          linger.
        </p>
      </Part>
      <Part title="Your own values take precedence">
        <Points>
          <li>“Purge and cost” lists every pair of your filaments.</li>
          <li>Enter your own values. The swaps and times use them at once.</li>
          <li>
            If you are free to choose the colours, it shows the order with the least waste: often
            dark at the top.
          </li>
        </Points>
      </Part>
      <Caution>
        Purged filament is as hot as the nozzle. Use tweezers, and let it cool before you throw it
        away.
      </Caution>
    </>
  );
}

export function MaterialsPage() {
  return (
    <>
      <p>
        Filaments in one part must melt at a common temperature during the purge, and they must bond
        to each other.
      </p>
      <Figure caption="Typical nozzle temperatures. Neighbours in the print need a common range.">
        <HeatRanges />
      </Figure>
      <Part title="What bonds to what">
        <Points>
          <li>Each family bonds to itself. The styrenes (ABS, ASA) bond to each other.</li>
          <li>Styrenes on polyesters (PLA, PETG) peel off, often by hand.</li>
          <li>Soft on hard holds more by shape than by bond: give it area.</li>
          <li>A small area fails where a large one holds.</li>
        </Points>
      </Part>
      <Part title="One bed, one speed">
        <Points>
          <li>The bed stays as the first material needs it.</li>
          <li>For two filaments that melt at different speeds, slice for the slower one.</li>
          <li>
            You can set a nozzle temperature for each band. Later lines of the file may override it;
            Lamella finds them and offers to change them.
          </li>
        </Points>
      </Part>
      <Part title="Enough on the spool">
        <p>
          Lamella compares each band with its purge, and the first with its priming, to what is left
          on the spool. Reserve the grams when you write a file, and deduct them when it is printed.
          “Use up leftovers” finds spools that have enough.
        </p>
      </Part>
      <Caution>
        Some materials give off fumes, styrenes in particular: ventilate, and follow the
        instructions of the filament and printer makers.
      </Caution>
    </>
  );
}

export function BedPage() {
  return (
    <>
      <p>At each swap you pull and push at a head above the part. The part must stay put.</p>
      <Figure caption="A tall part on a small foot is a lever.">
        <BroadAndNarrow />
      </Figure>
      <Part title="Hold it down">
        <Points>
          <li>A brim, or a lower part printed flat.</li>
          <li>A clean bed, at the temperature of the first material, throughout the wait.</li>
          <li>If you use glue, apply a thin coat. Too much tears the part.</li>
          <li>If the filament is stubborn, hold the head, not the part.</li>
        </Points>
      </Part>
      <Caution>
        Let the part cool before you remove it. The bed, at 60 to 110 °C, burns too.
      </Caution>
    </>
  );
}

export function SafetyPage() {
  return (
    <>
      <p>
        A printer is a hot machine that moves by itself. These are the usual cautions; your
        printer’s manual and local rules come first.
      </p>
      <Cautions />
      <Part title="Heaters">
        <Points>
          <li>
            A file should switch both heaters off at the end. Lamella warns you if it does not.
          </li>
          <li>Filament degrades in a hot, idle nozzle.</li>
          <li>During a stop the heaters stay on to hold the part. Stay nearby.</li>
        </Points>
      </Part>
      <Part title="Long stretches alone">
        <p>
          During a long stretch without a swap, no alert sounds. Check on the printer in between, or
          choose a start so that someone is awake and at home until the end.
        </p>
      </Part>
    </>
  );
}
