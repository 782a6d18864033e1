import { Drawing, BLACK, WHITE } from './ink';

const WALLS = [0.75, 0.45, 0.2, 0.04, 0, 0];
const STAIRS = [0.7, 0.5, 0.3, 0.15, 0.05, 0];

/** A purge ladder and hiding stairs, with what to look for. */
export function TestPieces() {
  return (
    <Drawing
      label="Two test pieces: a row of walls that grow from dark to pale, with a mark at the first clean one, and stairs of a pale filament over a dark one, with a mark at the first that hides it."
      width={460}
      height={140}
    >
      <line x1={10} x2={450} y1={106} y2={106} className="stroke-ink" strokeWidth="2" />
      {WALLS.map((dark, i) => (
        <g key={i}>
          <rect
            x={30 + i * 30}
            y={44}
            width={14}
            height={62}
            fill={WHITE}
            className="stroke-edge"
          />
          <rect x={30 + i * 30} y={44} width={14} height={62} fill={BLACK} opacity={dark} />
        </g>
      ))}
      <path d="M157 22v14m-5 -6l5 6l5 -6" fill="none" className="stroke-accent" strokeWidth="2.5" />
      {STAIRS.map((dark, i) => (
        <g key={i}>
          <rect
            x={256 + i * 30}
            y={92 - i * 9}
            width={30}
            height={6 + i * 9}
            fill={WHITE}
            className="stroke-edge"
          />
          <rect
            x={256 + i * 30}
            y={92 - i * 9}
            width={30}
            height={6 + i * 9}
            fill={BLACK}
            opacity={dark}
          />
        </g>
      ))}
      <rect x={226} y={98} width={210} height={8} fill={BLACK} />
      <path d="M391 22v14m-5 -6l5 6l5 -6" fill="none" className="stroke-accent" strokeWidth="2.5" />
      <text x={115} y={130} textAnchor="middle">
        purge ladder
      </text>
      <text x={331} y={130} textAnchor="middle">
        hiding stairs
      </text>
    </Drawing>
  );
}
