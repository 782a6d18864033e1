import { BLACK, Block, Drawing, WHITE } from './ink';

/** One print as planned and as it went: each stretch longer, the swap between them too. */
export function PlannedAndTaken() {
  return (
    <Drawing
      label="Two bars in time, one above the other. Above the print as planned: a dark stretch, a gap for the swap, a light stretch. Below as it went: both stretches a little longer, and the gap twice as long."
      width={440}
      height={120}
    >
      <text x={34} y={42} textAnchor="end" fontSize="12">
        plan
      </text>
      <Block x={40} y={26} width={160} height={24} colour={BLACK} />
      <Block x={226} y={26} width={120} height={24} colour={WHITE} />
      <text x={34} y={86} textAnchor="end" fontSize="12">
        took
      </text>
      <Block x={40} y={70} width={178} height={24} colour={BLACK} />
      <Block x={270} y={70} width={134} height={24} colour={WHITE} />
      <path
        d="M200 50 L218 70 M226 50 L270 70 M346 50 L404 70"
        fill="none"
        className="stroke-accent"
        strokeWidth="2"
        strokeDasharray="5 4"
      />
    </Drawing>
  );
}
