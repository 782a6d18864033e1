import { looksOf } from '@/core/filament/look';
import { showsThrough } from '@/core/filament/look';
import { Arrow, BLACK, Block, BLUE, Drawing, GREEN, WHITE } from './ink';

/** A plate with a raised number: one layer early, right, one layer late. */
export function OffByOne() {
  const layer = 8;
  const cases = [
    { name: 'one early', swap: 3 },
    { name: 'right', swap: 4 },
    { name: 'one late', swap: 5 },
  ];
  return (
    <Drawing
      label="Three plates from the side. One layer early, a thin line of the new colour runs round the base. Right, the raised part is in the new colour alone. One layer late, its foot is in the old colour."
      width={480}
      height={130}
    >
      {cases.map(({ name, swap }, i) => {
        const x = 20 + i * 155;
        return (
          <g key={name}>
            {Array.from({ length: 8 }, (_, at) => {
              const isBase = at < 4;
              return (
                <Block
                  key={at}
                  x={isBase ? x : x + 35}
                  y={100 - (at + 1) * layer}
                  width={isBase ? 125 : 55}
                  height={layer}
                  colour={at < swap ? BLACK : WHITE}
                />
              );
            })}
            <text x={x + 62} y={122} textAnchor="middle" fontWeight={i === 1 ? 700 : 400}>
              {name}
            </text>
          </g>
        );
      })}
    </Drawing>
  );
}

/** A typed height inside a layer, and the two boundaries that it can go to. */
export function HeightToLayer() {
  const layers = [
    { number: 13, y: 20 },
    { number: 12, y: 50 },
    { number: 11, y: 80 },
  ];
  return (
    <Drawing
      label="Layers 11 to 13 with the height 2.33 mm inside layer 12. The swap goes up to 2.40 mm, before layer 13; one key turns it down to 2.20 mm, before layer 12."
      width={440}
      height={125}
    >
      {layers.map(({ number, y }) => (
        <g key={number}>
          <Block x={120} y={y} width={170} height={30} colour={number === 13 ? WHITE : BLACK} />
          <text x={205} y={y + 20} textAnchor="middle" fill={number === 13 ? BLACK : WHITE}>
            layer {number}
          </text>
        </g>
      ))}
      <text x={112} y={54} textAnchor="end">
        2.40
      </text>
      <text x={112} y={84} textAnchor="end">
        2.20
      </text>
      <line x1={105} x2={300} y1={61} y2={61} className="stroke-danger" strokeWidth="1.5" />
      <text x={306} y={75}>
        typed: 2.33 mm
      </text>
      <Arrow from={[300, 59]} to={[300, 51]} />
      <text x={306} y={48} fontWeight="700">
        swap before 13
      </text>
    </Drawing>
  );
}

/** Bone white over peat black, thicker and thicker, in the colours of the model. */
export function HidingDepth() {
  const steps = 8;
  const thickness = 0.1;
  const hiding = 0.8;
  const filament = (colour: string) => ({
    letter: 'A',
    name: '',
    hatch: 'plain' as const,
    colour,
    hidingDepth: hiding,
  });
  const layers = Array.from({ length: steps + 1 }, () => ({ thickness }));
  const looks = looksOf(
    [
      { filament: filament(BLACK), first: 1 as never, last: 1 as never },
      { filament: filament(WHITE), first: 2 as never, last: (steps + 1) as never },
    ],
    layers,
    'above',
  );
  return (
    <Drawing
      label="A row of fields: white over black, from one layer of 0.1 mm, still grey, to 0.8 mm, nearly the plain white."
      width={460}
      height={92}
    >
      {looks.slice(1).map((colour, i) => (
        <g key={i}>
          <rect
            x={10 + i * 49}
            y={8}
            width={49}
            height={48}
            fill={colour}
            className="stroke-edge"
          />
          <text x={34 + i * 49} y={74} textAnchor="middle" fontSize="11">
            {(i * thickness).toFixed(1)}
          </text>
        </g>
      ))}
      <text x={10} y={90} fontSize="11">
        mm of white over black; {Math.round(showsThrough(hiding, hiding) * 100)} % still comes
        through at {hiding} mm
      </text>
    </Drawing>
  );
}

/** An evening in time: bands, swaps, and a night that one swap falls into. */
export function EveningRibbon() {
  return (
    <Drawing
      label="A print in time, from 18:30. Two swaps come in the evening; the third falls into the shaded night."
      width={480}
      height={92}
    >
      <rect x={330} y={4} width={140} height={60} className="fill-sunk" />
      <text x={400} y={18} textAnchor="middle" className="fill-muted">
        night
      </text>
      {[
        { x: 10, width: 110, colour: BLACK },
        { x: 132, width: 120, colour: WHITE },
        { x: 264, width: 110, colour: GREEN },
        { x: 386, width: 84, colour: BLUE },
      ].map(({ x, width, colour }) => (
        <Block key={x} x={x} y={30} width={width} height={26} colour={colour} />
      ))}
      {[
        { x: 120, clock: '20:10' },
        { x: 252, clock: '21:50' },
        { x: 374, clock: '23:40' },
      ].map(({ x, clock }) => (
        <g key={x}>
          <rect
            x={x}
            y={26}
            width={12}
            height={34}
            className="fill-paper stroke-ink"
            strokeWidth="1.5"
          />
          <text x={x + 6} y={80} textAnchor="middle" fontWeight="700">
            {clock}
          </text>
        </g>
      ))}
      <text x={10} y={80}>
        18:30
      </text>
    </Drawing>
  );
}
