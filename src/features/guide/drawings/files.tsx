import { BLACK, Block, Drawing, WHITE } from './ink';

/** A part in the pocket of another, from the side, and the path of the nozzle over the wall. */
export function InPocket() {
  return (
    <Drawing
      label="A plate from the side with a pocket in which another part is being printed. The travel from one side of it to the other goes up over the wall and down again."
      width={440}
      height={130}
    >
      <Block x={60} y={90} width={320} height={20} colour={BLACK} />
      <Block x={60} y={60} width={90} height={30} colour={BLACK} />
      <Block x={196} y={60} width={48} height={30} colour={BLACK} />
      <Block x={290} y={60} width={90} height={30} colour={BLACK} />
      <Block x={154} y={76} width={38} height={14} colour={WHITE} />
      <Block x={248} y={76} width={38} height={14} colour={WHITE} />
      <path
        d="M173 70 V34 H267 V70"
        fill="none"
        className="stroke-accent"
        strokeWidth="2.5"
        strokeDasharray="7 4"
      />
    </Drawing>
  );
}

/** Two files in time: heaters on through both, a pause between them. */
export function Between() {
  return (
    <Drawing
      label="Two files one after the other in time. Between them is a gap in which a person changes the filament; a line below shows that bed and nozzle stay hot from the beginning of the first to the end of the second."
      width={440}
      height={110}
    >
      <Block x={40} y={30} width={150} height={24} colour={BLACK} />
      <Block x={250} y={30} width={150} height={24} colour={WHITE} />
      <text x={115} y={22} textAnchor="middle">
        file 1
      </text>
      <text x={220} y={46} textAnchor="middle">
        change
      </text>
      <text x={325} y={22} textAnchor="middle">
        file 2
      </text>
      <path d="M40 76 H400" fill="none" className="stroke-danger" strokeWidth="4" />
      <text x={220} y={96} textAnchor="middle">
        hot throughout
      </text>
    </Drawing>
  );
}
