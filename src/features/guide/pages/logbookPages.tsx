import { PlannedAndTaken } from '../drawings/logbook';
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
