import { ordinarySpool, type Family } from '@/core/filament/shelf/spool';
import { Arrow, BLACK, Block, BLUE, Drawing, GREEN, NozzleTip, WHITE } from './ink';

/** Lines of a file with a stop between two layers. */
export function StopInFile() {
  const rows = ['the last line of layer 10', 'the stop', 'the first line of layer 11'];
  return (
    <Drawing
      label="A file as a strip of lines. The stop is between the last line of layer 10 and the first of layer 11."
      width={420}
      height={104}
    >
      {rows.map((words, i) => (
        <g key={words}>
          <rect
            x={70}
            y={8 + i * 30}
            width={280}
            height={26}
            rx={4}
            className={i === 1 ? 'fill-accent-soft stroke-accent' : 'fill-paper stroke-line'}
          />
          <text x={210} y={25 + i * 30} textAnchor="middle" fontWeight={i === 1 ? 700 : 400}>
            {words}
          </text>
        </g>
      ))}
    </Drawing>
  );
}

/** The two places of a stop, seen from above. */
export function TwoPlaces() {
  return (
    <Drawing
      label="From above: the old colour ends at the left, the new one starts at the right. A stop before the travel leaves a dot of the new colour at the left; a stop at the restart comes back exactly where the new colour begins."
      width={480}
      height={130}
    >
      <rect x={10} y={10} width={215} height={80} rx={6} fill={BLACK} className="stroke-edge" />
      <rect x={255} y={10} width={215} height={80} rx={6} fill={BLACK} className="stroke-edge" />
      <rect
        x={140}
        y={30}
        width={65}
        height={40}
        fill="none"
        stroke={WHITE}
        strokeDasharray="4 3"
      />
      <rect x={385} y={30} width={65} height={40} fill="none" stroke={WHITE} strokeWidth="6" />
      <circle cx={45} cy={50} r={6} fill={WHITE} />
      <line
        x1={52}
        x2={134}
        y1={50}
        y2={50}
        stroke={WHITE}
        strokeWidth="1.5"
        strokeDasharray="5 4"
      />
      <line
        x1={300}
        x2={378}
        y1={50}
        y2={50}
        stroke={WHITE}
        strokeWidth="1.5"
        strokeDasharray="5 4"
      />
      <circle cx={385} cy={50} r={5} className="fill-accent" stroke={WHITE} />
      <text x={117} y={112} textAnchor="middle">
        before the travel: a dot stays
      </text>
      <text x={362} y={112} textAnchor="middle" fontWeight="700">
        at the restart: nothing to see
      </text>
    </Drawing>
  );
}

/** Lift, go aside, purge with room for the strand. */
export function LiftAndPark() {
  return (
    <Drawing
      label="From the side: the nozzle lifts straight up, travels sideways above the print, and parks where a purge strand has 20 mm to fall."
      width={460}
      height={150}
    >
      <line x1={10} x2={450} y1={138} y2={138} className="stroke-ink" strokeWidth="2" />
      <Block x={60} y={98} width={150} height={40} colour={BLACK} layer={8} />
      <Arrow from={[170, 96]} to={[170, 52]} />
      <Arrow from={[176, 46]} to={[348, 46]} />
      <NozzleTip x={370} y={66} />
      <path
        d="M370 68 q-8 18 2 34 t-4 34"
        fill="none"
        stroke={GREEN}
        strokeWidth="3"
        strokeLinecap="round"
      />
      <line x1={398} x2={398} y1={66} y2={138} className="stroke-muted" strokeDasharray="3 3" />
      <text x={405} y={106} fontSize="11">
        20 mm
      </text>
      <text x={135} y={44} textAnchor="end" fontSize="11">
        first up,
      </text>
      <text x={262} y={38} textAnchor="middle" fontSize="11">
        then aside
      </text>
    </Drawing>
  );
}

/** A card over the print, a slanted end, a strand to be taken away. */
export function AtTheSwapDrawing() {
  return (
    <Drawing
      label="Left: the end of the new filament, cut at a slant. Right: a card lies over the print under the nozzle and catches the strand."
      width={460}
      height={140}
    >
      <path d="M20 54 h110 l22 14 h-132 z" fill={WHITE} className="stroke-edge" />
      <text x={86} y={96} textAnchor="middle">
        cut at a slant
      </text>
      <line x1={230} x2={450} y1={128} y2={128} className="stroke-ink" strokeWidth="2" />
      <Block x={260} y={104} width={120} height={24} colour={BLACK} layer={8} />
      <rect x={244} y={94} width={180} height={5} className="fill-panel stroke-ink" />
      <NozzleTip x={330} y={66} />
      <path d="M330 68 q10 12 -4 18 t6 8" fill="none" stroke={GREEN} strokeWidth="3" />
      <text x={432} y={90} textAnchor="end" fontSize="11">
        card
      </text>
    </Drawing>
  );
}

/** The strand of a swap, from the old colour to the new. */
export function Strands() {
  const rows = [
    { words: 'light to dark: about 50 mm', from: WHITE, to: BLACK, length: 110 },
    { words: 'dark to light: 100 to 170 mm', from: BLACK, to: WHITE, length: 300 },
  ];
  return (
    <Drawing
      label="Two strands. From light to dark the new colour is clean after about 50 mm, from dark to light only after 100 to 170 mm."
      width={460}
      height={104}
    >
      <defs>
        {rows.map(({ from, to }, i) => (
          <linearGradient key={i} id={`strand-${i}`}>
            <stop offset="0" stopColor={from} />
            <stop offset="0.35" stopColor={from} stopOpacity={i === 0 ? 0.2 : 0.7} />
            <stop offset="1" stopColor={to} />
          </linearGradient>
        ))}
      </defs>
      {rows.map(({ words, from, to, length }, i) => (
        <g key={words}>
          <rect
            x={10}
            y={12 + i * 46}
            width={length}
            height={14}
            rx={7}
            fill={to}
            className="stroke-edge"
          />
          <rect
            x={10}
            y={12 + i * 46}
            width={length}
            height={14}
            rx={7}
            fill={`url(#strand-${i})`}
          />
          <rect
            x={10}
            y={12 + i * 46}
            width={16}
            height={14}
            rx={7}
            fill={from}
            className="stroke-edge"
          />
          <text x={10} y={42 + i * 46}>
            {words}
          </text>
        </g>
      ))}
    </Drawing>
  );
}

const SHOWN: readonly Family[] = ['PLA', 'TPU', 'PETG', 'ABS'];

/** Nozzle temperatures of families beside one another. */
export function HeatRanges() {
  const x = (celsius: number): number => 70 + (celsius - 185) * 4.6;
  return (
    <Drawing
      label={`Ordinary nozzle temperatures: ${SHOWN.map((family) => {
        const { nozzle } = ordinarySpool({ id: '', name: '', family });
        return `${family} ${nozzle.from} to ${nozzle.to} °C`;
      }).join(', ')}.`}
      width={460}
      height={150}
    >
      {SHOWN.map((family, i) => {
        const { nozzle } = ordinarySpool({ id: '', name: '', family });
        return (
          <g key={family}>
            <text x={60} y={25 + i * 30} textAnchor="end" fontWeight="600">
              {family}
            </text>
            <rect
              x={x(nozzle.from)}
              y={10 + i * 30}
              width={x(nozzle.to) - x(nozzle.from)}
              height={20}
              rx={4}
              fill={[GREEN, BLUE, WHITE, BLACK][i]}
              className="stroke-edge"
            />
          </g>
        );
      })}
      {[190, 210, 230, 250].map((celsius) => (
        <g key={celsius}>
          <line
            x1={x(celsius)}
            x2={x(celsius)}
            y1={6}
            y2={130}
            className="stroke-line"
            strokeDasharray="2 4"
          />
          <text x={x(celsius)} y={144} textAnchor="middle" fontSize="11">
            {celsius} °C
          </text>
        </g>
      ))}
    </Drawing>
  );
}

/** A print on a broad foot and one on a narrow one. */
export function BroadAndNarrow() {
  return (
    <Drawing
      label="A flat plate stands safely. Pulling at the filament tips a tall print on a small foot; a brim gives it a wider foot."
      width={460}
      height={140}
    >
      <line x1={10} x2={450} y1={118} y2={118} className="stroke-ink" strokeWidth="2" />
      <Block x={30} y={98} width={130} height={20} colour={GREEN} layer={5} />
      <Block x={230} y={28} width={24} height={90} colour={GREEN} />
      <Arrow from={[262, 34]} to={[296, 34]} />
      <Block x={352} y={28} width={24} height={90} colour={GREEN} />
      <Block x={326} y={113} width={76} height={5} colour={GREEN} />
      <text x={95} y={134} textAnchor="middle">
        broad
      </text>
      <text x={242} y={134} textAnchor="middle">
        narrow: tips
      </text>
      <text x={364} y={134} textAnchor="middle">
        with a brim
      </text>
    </Drawing>
  );
}

/** A spiral, objects one by one, and a tower. */
export function OddFiles() {
  return (
    <Drawing
      label="Three kinds of files: a wall that climbs in one spiral, two objects printed one after another, and a print with a wipe tower beside it."
      width={460}
      height={140}
    >
      <line x1={10} x2={450} y1={112} y2={112} className="stroke-ink" strokeWidth="2" />
      <path
        d="M30 108 L120 100 L30 92 L120 84 L30 76 L120 68 L30 60 L120 52 L30 44"
        fill="none"
        stroke={BLUE}
        strokeWidth="5"
        strokeLinejoin="round"
      />
      <Block x={180} y={42} width={40} height={70} colour={GREEN} layer={7} />
      <Block x={244} y={91} width={40} height={21} colour={GREEN} layer={7} />
      <Block x={340} y={70} width={56} height={42} colour={BLACK} layer={7} />
      <Block x={418} y={70} width={22} height={42} colour={WHITE} layer={7} />
      <text x={75} y={132} textAnchor="middle">
        a spiral
      </text>
      <text x={232} y={132} textAnchor="middle">
        one by one
      </text>
      <text x={390} y={132} textAnchor="middle">
        with a tower
      </text>
    </Drawing>
  );
}
