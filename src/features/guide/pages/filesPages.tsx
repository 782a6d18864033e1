import { Between, InPocket } from '../drawings/files';
import { Caution, Figure, Part, Points } from '../parts';

export function JoiningPage() {
  return (
    <>
      <p>
        A flat inlay can be sliced part by part, each at its position in the whole.
        <em> Print together…</em> on the Bench makes one print of the files. They may be side by
        side, on top of each other, or one in the other’s pocket.
      </p>
      <Figure caption="A bird in the pocket of a coaster: its travels cross the rim and are lifted over it.">
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
            Travels that would cross another file’s print are lifted over it: up before, and down
            after. Your files’ own lines stay unchanged.
          </li>
          <li>Every move of the output is checked against the print at that point.</li>
        </Points>
      </Part>
      <Part title="When you slice">
        <Points>
          <li>Do not move the parts: each must keep its position in the whole.</li>
          <li>Use the same layer heights and the same temperatures for all.</li>
          <li>Leave a gap of one to two line widths where colours meet.</li>
          <li>Switch off brims for parts that do not begin on the bed.</li>
          <li>Put lower parts first.</li>
        </Points>
      </Part>
      <Part title="When a file changes">
        <p>
          <em>Files of this job</em> (Shift+F in the job) adds, replaces, renames or removes a file.
          Filaments and swaps move along, and you can undo it in one step. A file dropped on the job
          replaces the one with the same name.
        </p>
      </Part>
      <Part title="File by file, or layer by layer">
        <p>
          File by file takes the fewest swaps, but the nozzle goes down between walls. Layer by
          layer it never does, but there are swaps in each layer.
        </p>
      </Part>
      <Caution>
        Stay with the printer the first time, with a hand near the switch. A hot nozzle that hits a
        wall can push the part off the bed. Your printer’s manual comes first.
      </Caution>
    </>
  );
}

export function FilePerColourPage() {
  return (
    <>
      <p>
        Some printers know no stop at all, and some people prefer to start each colour themselves.
        The print is then written as <strong>one file for each filament in turn</strong>.
      </p>
      <Figure caption="Between two files the head parks beside the print, and nothing goes cold.">
        <Between />
      </Figure>
      <Part title="Between two files">
        <Points>
          <li>
            The file ends hot: the head lifts and parks beside the print, and the heaters stay on.
          </li>
          <li>Change the filament with the printer’s menu, and remove the purge strand.</li>
          <li>
            Start the next file right away, before the printer cools or switches the motors off.
          </li>
          <li>It waits for its temperature, purges, and continues.</li>
        </Points>
      </Part>
      <Part title="Homing in between">
        <Points>
          <li>
            <strong>Nothing</strong>, if the printer keeps its position. Do not touch the head or
            the bed.
          </li>
          <li>
            <strong>X and Y</strong>, high above the print. The colours line up as accurately as the
            end stops.
          </li>
          <li>
            <strong>All axes</strong> only if the printer homes beside the print. A printer that
            homes Z over the middle of the bed crashes into the part.
          </li>
        </Points>
      </Part>
      <Part title="Files you already have">
        <p>
          In Output, <em>Check original files</em> follows them one after another and reports what
          would be hit, where heaters switch off, and which skirt hangs in the air. The files
          Lamella writes for the same plan fix all of it.
        </p>
      </Part>
      <Caution>
        The nozzle and bed stay hot while you work. They cause burns on contact, and the next file
        moves the head by itself. Never leave a hot printer unattended. Your printer’s manual and
        local rules come first.
      </Caution>
    </>
  );
}
