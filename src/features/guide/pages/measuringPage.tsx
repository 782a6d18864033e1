import { TestPieces } from '../drawings/measuring';
import { Caution, Figure, Part, Points, Steps } from '../parts';

export function MeasuringPage() {
  return (
    <>
      <p>
        Many of Lamella’s numbers begin as usual values. A test piece takes some twenty minutes of
        printing once, and gives you the number of your own printer and your own filaments.
      </p>
      <Figure caption="The first clean wall is the purge you need. The first stair like the thickest one is the depth that hides.">
        <TestPieces />
      </Figure>
      <Part title="How it goes">
        <Steps>
          <li>In Test pieces, choose the piece, the printer and the filaments.</li>
          <li>Open it as a job. It has its plan already: check it, write it, print it.</li>
          <li>Tap on the drawing what you see on the printed piece, and keep the measurement.</li>
        </Steps>
        <p>
          The hiding stairs need one swap and little time. They are a good first swap, and you can
          rehearse it at the printer’s screen before.
        </p>
      </Part>
      <Part title="Where a number comes from">
        <p>Lamella says it beside the number, and trusts in this order:</p>
        <Points>
          <li>set by you,</li>
          <li>measured with a test piece, with its day,</li>
          <li>learned from your prints,</li>
          <li>the usual value.</li>
        </Points>
        <p>
          Print a piece twice and Lamella takes the mean. Take a measurement back, and the number
          from before counts again.
        </p>
      </Part>
      <Part title="The printer as it is">
        <p>
          The profile also says where the printer homes, what it probes, and how far duct, carriage
          and gantry reach. Lamella then knows whether homing meets a part that stands on the bed,
          and looks at the whole head on every travel, not only at the nozzle.
        </p>
      </Part>
      <Caution>
        Some pieces move in a way that nobody expects: the nozzle passes thin walls, homes over the
        bed or switches its motors off. Clear the bed, stay with the printer, keep hands and hair
        away, and follow your printer’s manual.
      </Caution>
    </>
  );
}
