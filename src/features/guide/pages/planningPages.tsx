import { EveningRibbon, HeightToLayer, HidingDepth, OffByOne } from '../drawings/planning';
import { Caution, Figure, Part, Points } from '../parts';

export function LayersPage() {
  return (
    <>
      <p>
        A swap always comes <strong>before a layer starts</strong>. Everything from that layer up is
        printed in the new colour, until the next swap.
      </p>
      <Part title="Look for where a shape begins">
        <p>
          Raised lettering begins at a step: a layer at whose start much of the layer below becomes
          finished surface. That is where you want the swap. In Plan, the steps are notches in the
          core, and the Steps tab says how much surface each would recolour.
        </p>
      </Part>
      <Part title="One layer off is the commonest mistake">
        <Figure caption="One early leaves a thin line round the base. One late leaves the foot in the old colour.">
          <OffByOne />
        </Figure>
        <p>
          Some programs count layers from 0, some from 1, and “pause at layer 11” means before it in
          one and after it in another. Lamella counts from 1, shows what the file itself calls the
          layer, and says the height beside both. When in doubt, print one more layer of the old
          colour: it shows less. Plan has a switch for it.
        </p>
      </Part>
      <Part title="Heights land on layers">
        <Figure caption="A height that you type goes to a layer boundary; the difference is shown.">
          <HeightToLayer />
        </Figure>
        <Points>
          <li>
            The first layer is often thicker or thinner than the rest. Lamella reads the file.
          </li>
          <li>
            Slice the same part with another layer height, and every number changes. Drop the new
            file on the job: the plan moves by its steps and heights, and says where each swap went.
          </li>
          <li>
            Scaling a part in Z moves every height. Scaling only X and Y leaves the heights alone.
          </li>
        </Points>
      </Part>
      <Part title="Swaps that are worth their minutes">
        <p>
          A swap after the last layer does nothing. Two at one layer are one too many. A band that
          nobody sees from above or below costs time and filament: merge it with its neighbour. A
          part that lies face down shows its first layers, and mirrored.
        </p>
      </Part>
    </>
  );
}

export function ThinColoursPage() {
  return (
    <>
      <p>
        Filament is a little see-through. How thick it must lie before the colour below is gone is
        its <strong>hiding depth</strong>.
      </p>
      <Figure caption="Bone white over peat black, as the Blend button of the sheet shows it.">
        <HidingDepth />
      </Figure>
      <Part title="Give pale colours room">
        <Points>
          <li>Pale over dark needs 0.4 to 0.8 mm. Dark over pale needs less.</li>
          <li>One layer seldom hides anything; a last layer alone comes out mixed.</li>
          <li>
            Start the band above later, or this one earlier. Where neither fits, the mixture can be
            a colour of its own: look at it with Blend on.
          </li>
        </Points>
      </Part>
      <Part title="Light from behind">
        <p>
          A light box wants the opposite: thin layers that let light through. <em>Back-lit</em> on
          the sheet shows every place by all its layers. Open fill lets more light through than
          solid layers; slice a light box solid.
        </p>
      </Part>
      <Part title="How it is worked out">
        <p>
          At its hiding depth a filament lets 5 % of the colour below through, in and out again, and
          less with every further layer by the same factor. Colours are mixed as light is. Light
          from behind goes through once, so it loses half as much, and takes on the filament’s
          colour. It is a model: print a small staircase of your own filament, and set its hiding
          depth on the shelf.
        </p>
      </Part>
      <Part title="Narrow shapes, and colours alike">
        <Points>
          <li>
            What is narrower than two lines comes out ragged. A code that is to be scanned needs
            squares of 1 mm or more.
          </li>
          <li>
            Two colours of the same lightness make a step that is hard to see. About one man in
            twelve tells red and green apart less well: trust lightness more than hue.
          </li>
        </Points>
      </Part>
    </>
  );
}

export function TimePage() {
  return (
    <>
      <p>
        The time that the file states leaves your swaps out. The real end is heating, printing, and
        for each swap the printer’s part, the purge, your hands, and the wait until you come.
      </p>
      <Figure caption="Change the start, and the swaps move with it.">
        <EveningRibbon />
      </Figure>
      <Part title="Choose the start, not the alarm clock">
        <Points>
          <li>The ribbon in Plan gives the clock time of every swap from the start you choose.</li>
          <li>
            Say when you sleep and when you are out (the moon beside the ribbon). These hours are
            shaded, and a check warns of swaps in them.
          </li>
          <li>
            <em>At the printer</em> finds the starts that put no swap into these hours, and shows
            the coming three days.
          </li>
          <li>Practised hands need 1 to 4 minutes for a swap. The first ones take longer.</li>
        </Points>
      </Part>
      <Part title="If nobody comes">
        <Points>
          <li>
            Many printers let the nozzle cool after some minutes of waiting. That is good. Heat it
            again before you pull anything.
          </li>
          <li>A bed that cools lets the part go.</li>
          <li>Motors that let go lose their place. Keep them under power while the head waits.</li>
        </Points>
        <Caution>
          Do not leave a hot or printing machine alone, or running while the house sleeps. Have a
          smoke alarm near it and nothing that burns close by.
        </Caution>
      </Part>
      <Part title="Copies share the swaps">
        <p>
          A plate of six tags takes as many swaps as one tag. The Variants tab says what one part
          costs in minutes on a plate of 1, 2, 4, 6 or 9.
        </p>
      </Part>
      <Part title="When it is too many">
        <p>
          More than a dozen swaps are an evening at the printer, and each is a chance for a mistake.
          Merge bands, use fewer colours, or print the coloured parts apart and glue them together.
        </p>
      </Part>
    </>
  );
}
