import { Between, InPocket } from '../drawings/files';
import { Caution, Figure, Part, Points } from '../parts';

export function JoiningPage() {
  return (
    <>
      <p>
        A flat inlay can be sliced part by part, each alone in the place that it has in the whole.
        <em> Print together…</em> on the Bench makes one print of the files. They may lie side by
        side, on one another, or one in the other’s pocket.
      </p>
      <Figure caption="A bird in the pocket of a coaster: its ways cross what stands, and are lifted over it.">
        <InPocket />
      </Figure>
      <Part title="What Lamella does">
        <Points>
          <li>It keeps the start of the first file and the end of the last one.</li>
          <li>
            Starts, ends, prime lines and skirts of the others are left out, so nothing homes into
            the part or switches a heater off.
          </li>
          <li>
            Ways of a file that would cross what another has printed are led over it: up before, and
            down behind. Your files’ own lines stay as they are.
          </li>
          <li>Every move of the output is looked at, against what is printed by then.</li>
        </Points>
      </Part>
      <Part title="When you slice">
        <Points>
          <li>Do not move the parts: all have to lie where they lie in the whole.</li>
          <li>Use the same layer heights and the same temperatures for all.</li>
          <li>Leave a gap of one to two line widths where colours meet.</li>
          <li>Switch brims off for what does not begin on the bed.</li>
          <li>Put what others lie on first.</li>
        </Points>
      </Part>
      <Part title="When a file changes">
        <p>
          <em>Files that this job prints</em> (Shift+F in the job) adds a file, puts a new slice in
          the place of one, renames it or takes it out. Filaments and swaps go along, and one step
          takes it back. A file dropped on the job replaces the one of its name.
        </p>
      </Part>
      <Part title="File by file, or layer by layer">
        <p>
          File by file takes the fewest swaps, and the nozzle goes down between walls. Layer by
          layer it never does, and there are swaps in each layer.
        </p>
      </Part>
      <Caution>
        Stay by the printer the first time, with a hand near the switch. A hot nozzle that hits a
        wall can push the part off the bed. Your printer’s manual comes first.
      </Caution>
    </>
  );
}

export function FilePerColourPage() {
  return (
    <>
      <p>
        Some printers know no stop at all, and some people like to start each colour themselves.
        Then the print comes out as <strong>one file for each filament in turn</strong>.
      </p>
      <Figure caption="Between two files the head waits beside the print, and nothing goes cold.">
        <Between />
      </Figure>
      <Part title="Between two files">
        <Points>
          <li>The file ends hot: the head lifts and waits beside the print, heaters stay on.</li>
          <li>Change the filament with the printer’s menu, and take the strand away.</li>
          <li>Start the next file at once, before the printer cools or lets the motors go.</li>
          <li>It waits for its temperature, pushes fresh filament through, and goes on.</li>
        </Points>
      </Part>
      <Part title="What is homed in between">
        <Points>
          <li>
            <strong>Nothing</strong>, where the printer keeps its place. Do not touch the head or
            the bed.
          </li>
          <li>
            <strong>X and Y</strong>, high over the print. The colours meet as exactly as the end
            stops are found.
          </li>
          <li>
            <strong>All axes</strong> only where the printer homes beside the print. One that homes
            Z over the middle of the bed drives into the part.
          </li>
        </Points>
      </Part>
      <Part title="Files that you have already">
        <p>
          In Output, <em>Look at the files as they are</em> follows them one after another and says
          what would be hit, where heaters go off, and which skirt hangs in the air. What Lamella
          writes for the same plan mends all of it.
        </p>
      </Part>
      <Caution>
        Nozzle and bed stay hot while you work. They burn at once, and the next file moves the head
        by itself. Never leave a hot printer alone. Your printer’s manual and local rules come
        first.
      </Caution>
    </>
  );
}
