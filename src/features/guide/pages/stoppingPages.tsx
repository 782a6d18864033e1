import { LiftAndPark, OddFiles, StopInFile, TwoPlaces } from '../drawings/printing';
import { Caution, Figure, Part, Points, Steps } from '../parts';

export function StoppingPage() {
  return (
    <>
      <p>
        The file tells the printer to stop. Which words it understands depends on its firmware, and
        many printers <strong>skip a word they do not know</strong>, without telling you. Then the
        print comes out in one colour.
      </p>
      <Figure caption="The stop stands in the file between two layers. Nothing else of the file changes.">
        <StopInFile />
      </Figure>
      <Part title="Five ways to stop">
        <Points>
          <li>
            <strong>Change command</strong> (<code>M600</code>): the printer parks, beeps, takes the
            old filament out, waits, and comes back. The best, where it works.
          </li>
          <li>
            <strong>Pause command</strong> (<code>M0</code>, <code>M25</code>, <code>M226</code>, or
            a macro of your own): it stops until you say go. Where it parks is its own affair.
          </li>
          <li>
            <strong>Spelled out</strong>: plain moves in the file lift, park, wait and come back.
            For printers that only know how to wait.
          </li>
          <li>
            <strong>Beeps</strong>: tones some layers ahead and at the layer. You press pause.
          </li>
          <li>
            <strong>Scripts of a print host</strong>: the file holds the pause; the host runs two
            scripts, which Lamella writes for you to paste.
          </li>
        </Points>
      </Part>
      <Part title="Find out which one is yours">
        <Steps>
          <li>Open Printers, and choose yours.</li>
          <li>
            Answer the questions. Lamella writes a small file that tries one way after another.
          </li>
          <li>Print it with the printer in sight, and say what happened.</li>
          <li>The answer stays in the profile, with its date. Until then a check reminds you.</li>
        </Steps>
        <Caution>
          The head moves by itself while the file runs. Keep fingers, hair and sleeves away. The
          nozzle stays cold unless you ask for heat.
        </Caution>
      </Part>
      <Part title="Stops that the file has already">
        <p>
          Some slicing settings put stops in of their own. The Read station lists them: keep them,
          take them over as swaps, or take them out. One at the very start only asks again for the
          colour that is loaded anyway.
        </p>
      </Part>
    </>
  );
}

export function TheStopPage() {
  return (
    <>
      <p>
        A good stop leaves no mark, and the print goes on as if nothing had been. Lamella runs the
        written file on a simulated printer beside the file as it was, and compares both.
      </p>
      <Part title="At the restart, or before the travel">
        <Figure caption="At the restart, the first line of the new colour covers whatever dripped.">
          <TwoPlaces />
        </Figure>
        <p>
          The restart is the better place. Before the travel is there for printers that come back
          somewhere else than they left.
        </p>
      </Part>
      <Part title="Up, then aside">
        <Figure caption="The head rises first, passes above everything printed, and waits with room below.">
          <LiftAndPark />
        </Figure>
        <Points>
          <li>The lift must clear the tallest thing printed, clips and all.</li>
          <li>A strand needs about 20 mm to fall. Near the bed, lift more.</li>
          <li>Near the top of the machine there is no room left to lift: the check says so.</li>
          <li>Never wait above the print: it drips.</li>
        </Points>
      </Part>
      <Part title="What has to come back">
        <p>
          Place, speed, the way numbers are meant (absolute or relative), the extruder’s counter,
          what was pulled back, fan and temperatures. All of it is compared after every stop. Motors
          must stay under power, or the head can be pushed while you work and the print goes on
          beside itself.
        </p>
        <Caution>
          When the print goes on, the head moves at once and by itself. Take the strand and your
          hands away first.
        </Caution>
      </Part>
    </>
  );
}

export function OddFilesPage() {
  return (
    <>
      <Figure caption="Three kinds of files that need a second thought.">
        <OddFiles />
      </Figure>
      <Part title="Spirals">
        <p>
          A wall that climbs without layer changes has no seam to hide a stop in. The swap comes
          where the path crosses the height, and leaves a mark in the wall.
        </p>
      </Part>
      <Part title="Objects one by one">
        <p>
          Each object has layers of its own, so a swap belongs to one object. The head has to pass
          the finished ones: lift above the tallest.
        </p>
      </Part>
      <Part title="Towers for clearing the nozzle">
        <p>
          They are made for printers that change filament by themselves. You purge at the stop, so a
          tower only costs time and filament: slice without it.
        </p>
      </Part>
      <Part title="The start of the file">
        <p>
          Lines that prime the nozzle are printed before layer 1, from whatever is loaded then. Load
          the first filament before you press start; a stop before layer 1 would come too late for
          them.
        </p>
      </Part>
      <Part title="Absolute and relative, mixed">
        <p>
          A file may change between counting filament from the start and from the last move. Lamella
          keeps track of it. Lines that you add yourself do not; write them so that they put back
          what they change.
        </p>
      </Part>
    </>
  );
}
