import { PlannedAndTaken, TwoPlaces } from '../drawings/logbook';
import { Caution, Figure, Part, Points } from '../parts';

export function LearningPage() {
  return (
    <>
      <p>
        The same estimate is short by the same share each time, and the same pair of colours needs
        more purge each time. The <em>Logbook</em> keeps what happened, and the next plan is
        reckoned with it.
      </p>
      <Figure caption="Planned and taken: every stretch between two taps teaches something of its own.">
        <PlannedAndTaken />
      </Figure>
      <Part title="What to tell">
        <Points>
          <li>At the printer: when it prints, stops and prints again. Each tap takes a second.</li>
          <li>
            Afterwards: how it came out, and how each seam did. Clean and tinted teach how much to
            push through.
          </li>
          <li>What to change next time, in your words, and a photo where words are too few.</li>
          <li>What you have weighed, where it differs from the plan.</li>
        </Points>
      </Part>
      <Part title="What it learns">
        <Points>
          <li>How slow the printer prints and heats, each apart.</li>
          <li>How long your hands take: at the first swap of an evening, and at the later ones.</li>
          <li>How much purge a pair of filaments needs to come out clean.</li>
          <li>How long the printer waits hot, and holds its motors.</li>
        </Points>
      </Part>
      <Part title="How far to trust it">
        <p>
          A few prints are drawn towards the ordinary numbers, and one odd evening moves little. A
          lost print teaches nothing. Each number says from how many prints it is; you can set your
          own, switch it off, or let it forget what was before a new nozzle.
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
        All that you make is kept in this browser on this machine. A browser that is cleared, a disk
        that dies or a lost laptop takes it along. One file takes all of it elsewhere.
      </p>
      <Figure caption="One file holds jobs, plans, prints, photos, spools and printers. It helps on another disk.">
        <TwoPlaces />
      </Figure>
      <Part title="Saving">
        <Points>
          <li>
            <em>Safe keeping</em>, behind <em>Saved</em> in the rail, saves everything to one file,
            or what you tick.
          </li>
          <li>The Bench says so when much is in this browser alone, or something for two weeks.</li>
          <li>
            A job has <em>Save the job to hand it on</em> in its menu: with its file, plans, prints
            and printer, and without your spools.
          </li>
        </Points>
      </Part>
      <Part title="Opening">
        <Points>
          <li>Choose the file there, or drop it on the Bench. Nothing is changed yet.</li>
          <li>You see what is new, changed or the same, and tick what is taken.</li>
          <li>Of two that differ, the one that was changed last is proposed.</li>
          <li>What was told of a print here and there is put together.</li>
          <li>All that is ticked is taken, or nothing. Undo takes it back.</li>
        </Points>
      </Part>
      <Part title="When room runs short">
        <p>
          Sliced files take most of it. Those that you can slice or open again may go: the job and
          its plan stay, and take the same file back later.
        </p>
      </Part>
      <Part title="A file that is sliced anew">
        <p>
          A job that was opened from the disk watches its file, where the browser can: when you
          slice it again, the new slice is read by itself, and you are asked where each swap goes.
        </p>
      </Part>
    </>
  );
}
