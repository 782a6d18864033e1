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

/** What is in the browser goes into one file, and the file to another disk. */
export function TwoPlaces() {
  return (
    <Drawing
      label="Three boxes from left to right, joined by arrows: a window with three sheets in it, one file, and another disk on which the file lies."
      width={440}
      height={130}
    >
      <rect
        x={20}
        y={20}
        width={120}
        height={84}
        rx={6}
        fill="none"
        className="stroke-ink"
        strokeWidth="2"
      />
      <path d="M20 38 H140" className="stroke-ink" strokeWidth="2" />
      <Block x={36} y={50} width={88} height={10} colour={BLACK} />
      <Block x={36} y={66} width={88} height={10} colour={WHITE} />
      <Block x={36} y={82} width={88} height={10} colour={BLACK} />
      <path
        d="M150 62 H192 M184 55 L192 62 L184 69"
        fill="none"
        className="stroke-accent"
        strokeWidth="2"
      />
      <path
        d="M204 24 H244 L260 40 V100 H204 Z M244 24 V40 H260"
        fill="none"
        className="stroke-ink"
        strokeWidth="2"
      />
      <path
        d="M270 62 H312 M304 55 L312 62 L304 69"
        fill="none"
        className="stroke-accent"
        strokeWidth="2"
      />
      <rect
        x={324}
        y={42}
        width={96}
        height={42}
        rx={8}
        fill="none"
        className="stroke-ink"
        strokeWidth="2"
      />
      <circle cx={404} cy={63} r={4} className="fill-accent" />
      <text x={80} y={122} textAnchor="middle" fontSize="12">
        this browser
      </text>
      <text x={232} y={122} textAnchor="middle" fontSize="12">
        one file
      </text>
      <text x={372} y={122} textAnchor="middle" fontSize="12">
        another disk
      </text>
    </Drawing>
  );
}
