import { BLACK, Block, Drawing, WHITE } from './ink';

/** A plate from the side, cut at the height where letters begin, beside its layers. */
export function CutOfPlate() {
  return (
    <Drawing
      label="A plate with raised letters from the side. A dashed line cuts it where the letters begin, at 2.04 mm; beside it, layers of 0.2 mm over a first layer of 0.24 mm have a boundary at the same height."
      width={440}
      height={140}
    >
      <Block x={30} y={84} width={200} height={36} colour={BLACK} />
      <Block x={60} y={52} width={34} height={32} colour={WHITE} />
      <Block x={130} y={52} width={60} height={32} colour={WHITE} />
      <path
        d="M16 84 H420"
        fill="none"
        className="stroke-accent"
        strokeWidth="2.5"
        strokeDasharray="7 4"
      />
      <text x={244} y={78}>
        2.04 mm
      </text>
      {[120, 108, 96, 84, 72, 60, 48].map((y) => (
        <path key={y} d={`M320 ${y} H400`} fill="none" className="stroke-edge" strokeWidth="2" />
      ))}
      <text x={360} y={38} textAnchor="middle">
        layers
      </text>
    </Drawing>
  );
}
