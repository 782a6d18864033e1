import { BLACK, Block, BLUE, Drawing, GREEN, WHITE } from './ink';

const COLOURS = [BLUE, WHITE, GREEN];

/** Three colours in each of four layers, in the order of the file and in the best one. */
export function TwoOrders() {
  const rows = [
    { name: 'as sliced: 11 swaps', order: [0, 1, 2, 0, 1, 2, 0, 1, 2, 0, 1, 2] },
    { name: 'fewest: 8 swaps', order: [0, 1, 2, 2, 1, 0, 0, 1, 2, 2, 1, 0] },
    { name: 'colour by colour: 2', order: [0, 0, 0, 0, 1, 1, 1, 1, 2, 2, 2, 2] },
  ];
  return (
    <Drawing
      label="The same four layers of three colours in three orders of printing. As sliced, the colours take turns and need eleven swaps. With the order turned round in every other layer, eight. Colour by colour, two."
      width={480}
      height={150}
    >
      {rows.map(({ name, order }, row) => (
        <g key={name}>
          {order.map((colour, i) => (
            <Block
              key={i}
              x={150 + i * 26}
              y={16 + row * 44}
              width={24}
              height={24}
              colour={COLOURS[colour]}
            />
          ))}
          <text x={140} y={33 + row * 44} textAnchor="end">
            {name}
          </text>
        </g>
      ))}
    </Drawing>
  );
}

/** An inlay from the side, and the picture that its first layers make from below. */
export function Inlay() {
  return (
    <Drawing
      label="A plate from the side that lies face down. Three thin layers at the bed hold a picture in two colours side by side; above them the plate continues in one colour."
      width={440}
      height={120}
    >
      {[0, 1, 2].map((layer) => (
        <g key={layer}>
          <Block x={60} y={84 - layer * 10} width={90} height={10} colour={BLUE} />
          <Block x={152} y={84 - layer * 10} width={70} height={10} colour={WHITE} />
          <Block x={224} y={84 - layer * 10} width={96} height={10} colour={BLUE} />
        </g>
      ))}
      {[3, 4, 5].map((layer) => (
        <Block key={layer} x={60} y={84 - layer * 10} width={260} height={10} colour={BLUE} />
      ))}
      <text x={330} y={86}>
        the picture
      </text>
      <text x={330} y={52}>
        its back
      </text>
    </Drawing>
  );
}

/** A nozzle between two walls that are higher: with room, and without. */
export function Dip() {
  const cases = [
    { name: 'touches', gap: 0, x: 90 },
    { name: 'has room', gap: 26, x: 320 },
  ];
  return (
    <Drawing
      label="A nozzle that prints a low layer between two higher walls. Without a gap its cone runs into the walls. With a gap of one to two line widths at each side it goes down freely."
      width={460}
      height={150}
    >
      {cases.map(({ name, gap, x }) => (
        <g key={name}>
          {[0, 1, 2, 3].map((layer) => (
            <g key={layer}>
              <Block x={x - 78 - gap} y={112 - layer * 11} width={50} height={11} colour={BLACK} />
              <Block x={x + 28 + gap} y={112 - layer * 11} width={50} height={11} colour={BLACK} />
            </g>
          ))}
          <Block x={x - 26} y={112} width={52} height={11} colour={WHITE} />
          <path
            d={`M${x - 20} 110 L${x - 66} 64 V40 H${x + 66} V64 L${x + 20} 110 Z`}
            fill="var(--panel)"
            stroke="currentColor"
            strokeWidth={1.5}
            fillOpacity={0.75}
          />
          <text x={x} y={144} textAnchor="middle" fontWeight={gap > 0 ? 700 : 400}>
            {name}
          </text>
        </g>
      ))}
    </Drawing>
  );
}
