import { Cautions } from '@/components/Cautions';
import { AtTheSwapDrawing, BroadAndNarrow, HeatRanges, Strands } from '../drawings/printing';
import { Caution, Figure, Part, Points, Steps } from '../parts';

export function AtTheSwapPage() {
  return (
    <>
      <p>Two minutes, in this order. Lay everything out before the printer stops.</p>
      <Part title="Before">
        <Points>
          <li>The next spool at hand, its end cut at a slant and 10 cm of it straightened.</li>
          <li>Tweezers, cutters, and a scrap of card.</li>
        </Points>
        <Figure caption="A slanted end finds its way in. A card keeps the strand off the print.">
          <AtTheSwapDrawing />
        </Figure>
      </Part>
      <Part title="At the stop">
        <Steps>
          <li>Lay the card over the print, under the nozzle.</li>
          <li>If the nozzle has cooled, heat it again, and wait.</li>
          <li>
            Take the old filament out. With a runout sensor, cut the swollen tip off so that it
            passes.
          </li>
          <li>Wind the old end back and tuck it into its spool.</li>
          <li>Feed the new one straight in. Do not lean on the head.</li>
          <li>Push through until no trace of the old colour is left.</li>
          <li>Take the strand away, before the head moves.</li>
          <li>Look that the nozzle is clean. Let it go on, and catch the first bit.</li>
          <li>Watch the first lines. A head that was pushed sits too low or too high.</li>
        </Steps>
        <Caution>
          The nozzle burns at once. Never pull cold filament: it tears off inside. Cutters and
          picked-off strands are sharp.
        </Caution>
      </Part>
      <Part title="How much to pull out">
        <p>
          A direct feed takes about 100 mm. A guide tube takes its own length, 300 to 500 mm. The
          printer’s profile knows yours.
        </p>
      </Part>
    </>
  );
}

export function PurgingPage() {
  return (
    <>
      <p>
        After a change the old colour is still in the nozzle. Purging pushes it out. Too little
        tints the new colour, too much is waste.
      </p>
      <Figure caption="From dark to light takes two to three times as much as from light to dark.">
        <Strands />
      </Figure>
      <Part title="How it is worked out">
        <p>
          Filament to push through = melt zone × (1.5 + 3 × lightness gained × stain of the old
          colour). The melt zone of an ordinary nozzle holds 75 mm³, about 31 mm of filament. Stain
          runs from 0.4 for pale colours over 1 for ordinary dark ones to 1.6 for strong reds and
          blacks, which linger.
        </p>
      </Part>
      <Part title="Your own numbers win">
        <Points>
          <li>“Purge and cost” shows a table of your filaments, from each to each.</li>
          <li>Type what you have found into it. The swaps and the times use it at once.</li>
          <li>
            Where the colours are free, it names the order that wastes least: often dark at the top.
          </li>
        </Points>
      </Part>
      <Caution>
        What comes out is as hot as the nozzle. Take it with tweezers, and let it cool before you
        throw it away.
      </Caution>
    </>
  );
}

export function MaterialsPage() {
  return (
    <>
      <p>
        Filaments in one part must melt at one temperature while one clears the other, and they must
        stick to each other.
      </p>
      <Figure caption="Ordinary nozzle temperatures. Neighbours in the print need a common stretch.">
        <HeatRanges />
      </Figure>
      <Part title="What holds to what">
        <Points>
          <li>A family holds to itself. The styrenes (ABS, ASA) hold to one another.</li>
          <li>Styrenes on polyesters (PLA, PETG) peel apart, often in the hand.</li>
          <li>Soft on hard holds by its shape more than by its bond: give it area.</li>
          <li>A small area comes apart where a large one would hold.</li>
        </Points>
      </Part>
      <Part title="One bed, one speed">
        <Points>
          <li>The bed stays as the first material needs it.</li>
          <li>Two filaments that melt at different speeds: slice for the slower.</li>
          <li>
            A nozzle temperature of its own can be set at each swap. Later lines of the file may
            take it back; Lamella finds them and offers to change them.
          </li>
        </Points>
      </Part>
      <Part title="Enough on the spool">
        <p>
          Each band is weighed with its purge, and the first with its priming, against what is left
          on the spool. Reserve the grams when you write a file, and take them off when it is
          printed. “What can I make of my leftovers?” finds spools that have enough.
        </p>
      </Part>
      <Caution>
        Some materials give off fumes, styrenes above all: let air in, and keep to what the maker of
        the filament and of your printer say.
      </Caution>
    </>
  );
}

export function BedPage() {
  return (
    <>
      <p>
        At each swap someone pulls and pushes at a head that stands above the part. The part must
        hold on.
      </p>
      <Figure caption="Height over a small foot is a lever.">
        <BroadAndNarrow />
      </Figure>
      <Part title="Give it a foot">
        <Points>
          <li>A brim, or a lower part printed flat.</li>
          <li>A clean bed, at the temperature of the first material, all through the wait.</li>
          <li>Glue, where you use it: a thin coat. Too much tears the part.</li>
          <li>Hold the head, not the part, when the filament is stubborn.</li>
        </Points>
      </Part>
      <Caution>
        Let the part cool before you pull it off. The bed burns too, at 60 to 110 °C.
      </Caution>
    </>
  );
}

export function SafetyPage() {
  return (
    <>
      <p>
        A printer is a hot machine that moves by itself. These are the usual cautions; what the
        maker of your printer writes, and local rules, come first.
      </p>
      <Cautions />
      <Part title="Heaters">
        <Points>
          <li>
            A file should switch both heaters off at its end. Lamella looks, and says so when it
            does not.
          </li>
          <li>A hot nozzle that is left standing cooks the filament in it.</li>
          <li>During a stop the heaters stay on, or the part lets go. So stay near.</li>
        </Points>
      </Part>
      <Part title="Long stretches alone">
        <p>
          A long print without a swap calls nobody. Look in between, or choose a start at which
          someone is awake and at home until it ends.
        </p>
      </Part>
    </>
  );
}
