import { PlannedAndTaken, TwoPlaces } from '../drawings/logbook';
import { Caution, Figure, Part, Points } from '../parts';

export function LearningPage() {
  return (
    <>
      <p>
        Estimates tend to be wrong by the same share, and the same pair of colours needs more purge
        every time. The <em>Logbook</em> records what happened, and the next plan uses it.
      </p>
      <Figure caption="Planned and actual: every stretch between two taps teaches something.">
        <PlannedAndTaken />
      </Figure>
      <Part title="What to record">
        <Points>
          <li>
            At the printer: when the print starts, stops and resumes. Each tap takes a second.
          </li>
          <li>
            Afterwards: the result of the print and of each seam. Clean and tinted seams teach how
            much to purge.
          </li>
          <li>What to change next time, in your words, with a photo if that helps.</li>
          <li>The weighed filament, where it differs from the plan.</li>
        </Points>
      </Part>
      <Part title="What Lamella learns">
        <Points>
          <li>How much slower the printer prints and heats, separately.</li>
          <li>How long you take for the first swap of an evening and for later ones.</li>
          <li>How much purge a pair of filaments needs.</li>
          <li>How long the printer stays hot and keeps its motors on.</li>
        </Points>
      </Part>
      <Part title="How far to trust it">
        <p>
          With few prints the values stay close to the usual ones, and one odd evening changes
          little. A lost print does not count. Each value shows how many prints it is based on; you
          can set your own, switch it off, or forget prints from before a new nozzle.
        </p>
      </Part>
      <Caution>
        A better estimate does not watch the printer. Stay near a hot machine, whatever the numbers
        say.
      </Caution>
    </>
  );
}

export function KeepingPage() {
  return (
    <>
      <p>
        Everything you make is kept in this browser on this machine. If the browser is cleared, the
        disk fails or the laptop is lost, it is gone. One file holds a copy of everything.
      </p>
      <Figure caption="One file contains jobs, plans, prints, photos, spools and printers. Store it on another disk.">
        <TwoPlaces />
      </Figure>
      <Part title="Saving">
        <Points>
          <li>
            <em>Safe keeping</em>, behind <em>Saved</em> in the rail, saves everything, or what you
            select, to one file.
          </li>
          <li>
            The Bench reminds you when much is only in this browser, or something has been for two
            weeks.
          </li>
          <li>
            A job has <em>Export job…</em> in its menu: with its file, plans, prints and printer,
            but without your spools.
          </li>
        </Points>
      </Part>
      <Part title="Opening">
        <Points>
          <li>Choose the file there, or drop it on the Bench. Nothing changes yet.</li>
          <li>You see what is new, changed or the same, and select what to import.</li>
          <li>If two versions differ, Lamella suggests the newer one.</li>
          <li>Entries of the same print are merged.</li>
          <li>Either everything selected is imported, or nothing. You can undo it.</li>
        </Points>
      </Part>
      <Part title="When space runs out">
        <p>
          Sliced files take most of it. Remove those you can slice or open again: the job and its
          plan stay, and you can add the same file later.
        </p>
      </Part>
      <Part title="A re-sliced file">
        <p>
          If the browser supports it, a job opened from disk watches its file: when you re-slice,
          Lamella reads the new file and asks where each swap goes.
        </p>
      </Part>
    </>
  );
}
