import { LiftAndPark, OddFiles, StopInFile, TwoPlaces } from '../drawings/printing';
import { Caution, Figure, Part, Points, Steps } from '../parts';

export function StoppingPage() {
  return (
    <>
      <p>
        The file tells the printer to stop. Which commands it understands depends on its firmware,
        and many printers <strong>skip a command they do not know</strong> silently. Then the print
        comes out in one colour.
      </p>
      <Figure caption="The stop is in the file between two layers. Nothing else in the file changes.">
        <StopInFile />
      </Figure>
      <Part title="Five ways to stop">
        <Points>
          <li>
            <strong>Change command</strong> (<code>M600</code>): the printer parks, beeps, unloads
            the old filament, waits, and returns. The best choice where it works.
          </li>
          <li>
            <strong>Pause command</strong> (<code>M0</code>, <code>M25</code>, <code>M226</code>, or
            your own macro): the printer stops until you resume. Its firmware decides where it
            parks.
          </li>
          <li>
            <strong>Spelled out</strong>: plain moves in the file lift, park, wait and return. For
            printers that can only wait.
          </li>
          <li>
            <strong>Beeps</strong>: tones a few layers ahead and at the layer. You press pause.
          </li>
          <li>
            <strong>Scripts of a print host</strong>: the file contains the pause; the host runs two
            scripts that Lamella writes for you to paste.
          </li>
        </Points>
      </Part>
      <Part title="Test your printer">
        <Steps>
          <li>Open Printers, and choose yours.</li>
          <li>
            Answer the questions. Lamella writes a small file that tries one stop after another.
          </li>
          <li>Print it with the printer in sight, and record what happened.</li>
          <li>The result is saved in the profile with its date. Until then a check reminds you.</li>
        </Steps>
        <Caution>
          The head moves by itself while the file runs. Keep fingers, hair and sleeves away. The
          nozzle stays cold unless you ask for heat.
        </Caution>
      </Part>
      <Part title="Stops already in the file">
        <p>
          Some slicer settings add stops. Read lists them: keep them, convert them to swaps, or
          remove them. A stop at the very start only asks for the colour that is already loaded.
        </p>
      </Part>
    </>
  );
}

export function TheStopPage() {
  return (
    <>
      <p>
        A good stop leaves no mark, and the print resumes as if nothing had happened. Lamella runs
        the written file and the original on a simulated printer and compares both.
      </p>
      <Part title="At the restart, or before the travel">
        <Figure caption="At the restart, the first line of the new colour covers any drips.">
          <TwoPlaces />
        </Figure>
        <p>
          The restart is the better place. Use the stop before the travel for printers that do not
          return to the same position.
        </p>
      </Part>
      <Part title="Up, then sideways">
        <Figure caption="The head rises first, travels above the print, and parks with room below.">
          <LiftAndPark />
        </Figure>
        <Points>
          <li>The lift must clear the tallest part of the print, and any bed clips.</li>
          <li>A purge strand needs about 20 mm to fall. Near the bed, lift more.</li>
          <li>Near the top of the machine there is no room to lift: a check warns you.</li>
          <li>Never park above the print: the nozzle drips.</li>
        </Points>
      </Part>
      <Part title="What must be restored">
        <p>
          Position, feed rate, positioning modes (absolute or relative), the extruder position,
          retraction, fan and temperatures. Lamella compares all of them after every stop. The
          motors must stay on, or the head can be moved while you work and the print resumes in the
          wrong place.
        </p>
        <Caution>
          When the print resumes, the head moves immediately. Remove the purge strand and your hands
          first.
        </Caution>
      </Part>
    </>
  );
}

export function OddFilesPage() {
  return (
    <>
      <Figure caption="Three kinds of files that need extra care.">
        <OddFiles />
      </Figure>
      <Part title="Spirals">
        <p>
          A wall that climbs without layer changes has no seam to hide a stop. The swap comes where
          the path crosses the height, and leaves a mark in the wall.
        </p>
      </Part>
      <Part title="Objects one by one">
        <p>
          Each object has layers of its own, so a swap belongs to one object. The head has to pass
          the finished ones: lift above the tallest.
        </p>
      </Part>
      <Part title="Wipe towers">
        <p>
          They are made for printers that change filament themselves. You purge at the stop, so a
          tower only costs time and filament: slice without it.
        </p>
      </Part>
      <Part title="The start of the file">
        <p>
          Prime lines are printed before layer 1 with whatever filament is loaded. Load the first
          filament before you start; a stop before layer 1 comes too late for them.
        </p>
      </Part>
      <Part title="Absolute and relative, mixed">
        <p>
          A file may switch between absolute and relative extrusion. Lamella keeps track of it. Your
          own lines do not: write them so that they restore what they change.
        </p>
      </Part>
    </>
  );
}
