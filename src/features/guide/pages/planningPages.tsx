import { EveningRibbon, HeightToLayer, HidingDepth, OffByOne } from '../drawings/planning';
import { Caution, Figure, Part, Points } from '../parts';

export function LayersPage() {
  return (
    <>
      <p>
        A swap always comes <strong>before a layer starts</strong>. Everything from that layer up is
        printed in the new colour, until the next swap.
      </p>
      <Part title="Find where a shape begins">
        <p>
          Raised lettering begins at a step: a layer that leaves much of the layer below as finished
          surface. That is where you want the swap. In Plan, the steps are notches in the core, and
          the Steps tab shows how much surface each one would recolour.
        </p>
      </Part>
      <Part title="One layer off is the most common mistake">
        <Figure caption="One layer early leaves a thin line around the base. One layer late leaves the foot in the old colour.">
          <OffByOne />
        </Figure>
        <p>
          Some programs count layers from 0, others from 1, and “pause at layer 11” can mean before
          or after it. Lamella counts from 1, shows the file’s own label, and gives the height as
          well. When in doubt, print one more layer of the old colour: it shows less. Plan has a
          switch for it.
        </p>
      </Part>
      <Part title="Heights land on layers">
        <Figure caption="A typed height moves to the nearest layer boundary; Lamella shows the difference.">
          <HeightToLayer />
        </Figure>
        <Points>
          <li>
            The first layer is often thicker or thinner than the rest. Lamella reads it from the
            file.
          </li>
          <li>
            With another layer height, every layer number changes. Drop the re-sliced file on the
            job: the plan moves by steps and heights, and you see where each swap went.
          </li>
          <li>Scaling a part in Z moves every height. Scaling in X and Y does not.</li>
        </Points>
      </Part>
      <Part title="Swaps that are worth the time">
        <p>
          A swap after the last layer does nothing. Two at one layer are one too many. A band that
          is not visible from above or below costs time and filament: merge it with its neighbour. A
          part printed face down shows its first layers, mirrored.
        </p>
      </Part>
    </>
  );
}

export function ThinColoursPage() {
  return (
    <>
      <p>
        Filament is slightly translucent. The thickness that hides the colour below is its{' '}
        <strong>hiding depth</strong>.
      </p>
      <Figure caption="Bone white over peat black, as shown by the sheet’s Blend button.">
        <HidingDepth />
      </Figure>
      <Part title="Give pale colours room">
        <Points>
          <li>Pale over dark needs 0.4 to 0.8 mm. Dark over pale needs less.</li>
          <li>One layer rarely hides anything; a single last layer comes out mixed.</li>
          <li>
            Start the band above later, or this one earlier. If neither works, use the mixture as a
            colour: turn Blend on to see it.
          </li>
        </Points>
      </Part>
      <Part title="Backlight">
        <p>
          A light box needs the opposite: thin layers that let light through. <em>Backlit</em> on
          the sheet shows the light through all layers. Sparse infill lets more light through than
          solid layers; slice a light box solid.
        </p>
      </Part>
      <Part title="How it is worked out">
        <p>
          At its hiding depth a filament lets 5 % of the colour below show through, and each further
          layer reduces that by the same factor. Colours mix like light. Light from behind passes
          only once, so it loses half as much, and takes on the filament’s colour. This is an
          estimate: print a small staircase of your filament, and set its hiding depth on the shelf.
        </p>
      </Part>
      <Part title="Narrow shapes and similar colours">
        <Points>
          <li>
            Shapes narrower than two lines come out ragged. A code for scanning needs squares of at
            least 1 mm.
          </li>
          <li>
            A step between two colours of the same lightness is hard to see. About one man in twelve
            has trouble with red and green: rely on lightness more than hue.
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
        The time stated in the file does not include your swaps. The real duration is heating,
        printing, and for each swap the printer’s moves, the purge, your work, and the wait until
        you arrive.
      </p>
      <Figure caption="Change the start, and the swaps move with it.">
        <EveningRibbon />
      </Figure>
      <Part title="Choose a good start">
        <Points>
          <li>The ribbon in Plan shows the clock time of every swap for the start you choose.</li>
          <li>
            Set away hours… (the moon beside the ribbon). These hours are shaded, and a check warns
            of swaps in them.
          </li>
          <li>
            <em>At the printer</em> finds starts with no swap in these hours over the next three
            days.
          </li>
          <li>A swap takes 1 to 4 minutes with practice, longer at first.</li>
        </Points>
      </Part>
      <Part title="If nobody comes">
        <Points>
          <li>
            Many printers let the nozzle cool after a few minutes of waiting. That is good. Reheat
            it before you unload.
          </li>
          <li>The part may come off a cooling bed.</li>
          <li>
            If the motors switch off, the printer loses its position. Keep them on while the head
            waits.
          </li>
        </Points>
        <Caution>
          Never leave a hot or printing machine unattended, or running while you sleep. Keep a smoke
          alarm near it and anything flammable away from it.
        </Caution>
      </Part>
      <Part title="Cost per part">
        <p>
          A plate of six tags takes as many swaps as one tag. The Variants tab shows the minutes per
          part on a plate of 1, 2, 4, 6 or 9.
        </p>
      </Part>
      <Part title="When it is too many">
        <p>
          More than a dozen swaps take a whole evening, and each is a chance for a mistake. Merge
          bands, use fewer colours, or print the coloured parts separately and glue them.
        </p>
      </Part>
    </>
  );
}
