import { mixedLook, showsThrough } from '@/core/filament/look';
import type { MadePiece, Reading } from '@/core/pieces/piece';

interface MarkProps {
  readonly made: MadePiece;
  readonly reading: Reading;
  readonly index: number;
}

const TALL = 44;

/** How one mark of a piece looks on the print, about as it would be expected. */
export function Mark({ made, reading, index }: MarkProps) {
  const share = index / Math.max(1, reading.marks.length - 1);
  switch (made.id) {
    case 'purge-ladder':
      return <Wall made={made} reading={reading} share={share} />;
    case 'hiding-stairs':
      return <Stair made={made} reading={reading} index={index} share={share} />;
    case 'nozzle-reach':
      return <Layers height={10 + share * (TALL - 10)} />;
    case 'place-again':
      return (
        <Strokes
          off={(index - (reading.marks.length - 1) / 2) * 0.6}
          isLong={index === (reading.marks.length - 1) / 2}
        />
      );
    default:
      return <Detail id={reading.id} mark={reading.marks[index]} />;
  }
}

/** A wall of the ladder: the old colour goes as the model expects it to. */
function Wall({ made, reading, share }: Omit<MarkProps, 'index'> & { share: number }) {
  const [from, to] = reading.name
    .split(' → ')
    .map((name) => made.filaments.find((one) => one.name === name));
  if (!from || !to) return null;
  const look = (at: number): string =>
    mixedLook({ colour: to.colour, hidingDepth: 0.6 }, at * 1.4, from.colour);
  return (
    <span
      aria-hidden
      className="block w-3 rounded-sm border border-edge"
      style={{
        height: TALL,
        background: `linear-gradient(to top, ${look(share)}, ${look(share + 0.08)})`,
      }}
    />
  );
}

/** A stair, with what shows through it. */
function Stair({ made, reading, index, share }: MarkProps & { share: number }) {
  const [lower, upper] = made.filaments;
  const isLamp = reading.id.startsWith('hides backlit');
  const light = Math.sqrt(showsThrough(reading.marks[index], upper.hidingDepth));
  const colour = isLamp
    ? mixedLook({ colour: '#2a2622', hidingDepth: 1 }, 1 - light, '#fff1c9')
    : mixedLook(upper, reading.marks[index], lower.colour);
  return (
    <span
      aria-hidden
      className="block w-5 border border-edge"
      style={{ height: 14 + share * (TALL - 14), background: colour }}
    />
  );
}

/** A wall up to where it is marked. */
function Layers({ height }: { height: number }) {
  return (
    <span
      aria-hidden
      className="block w-3 border-t-4 border-t-danger"
      style={{
        height,
        background:
          'repeating-linear-gradient(to top, var(--edge) 0 1px, transparent 1px 4px), var(--sunk)',
      }}
    />
  );
}

/** A pair of strokes of the two scales. */
function Strokes({ off, isLong }: { off: number; isLong: boolean }) {
  return (
    <svg aria-hidden width="14" height={TALL} viewBox={`0 0 14 ${TALL}`}>
      <path d={`M7 ${isLong ? 0 : 8}V21`} className="stroke-ink" strokeWidth="2" />
      <path d={`M${7 + off * 0.7} 23V${TALL}`} className="stroke-accent" strokeWidth="2" />
    </svg>
  );
}

/** Px of a drawn millimetre. */
const SCALE = 14;

/** A stroke, a gap, or a code, larger than life. */
function Detail({ id, mark }: { id: string; mark: number }) {
  if (id === 'finest.strokeMm') {
    return (
      <span aria-hidden className="block bg-ink" style={{ height: TALL, width: mark * SCALE }} />
    );
  }
  if (id === 'finest.gapMm') {
    return (
      <span aria-hidden className="flex" style={{ height: TALL }}>
        <span className="block w-2 bg-ink" style={{ marginRight: mark * SCALE }} />
        <span className="block w-2 bg-ink" />
      </span>
    );
  }
  return (
    <svg aria-hidden width={mark * 34} height={mark * 34} viewBox="0 0 9 9" className="fill-ink">
      <path
        d="M0 0h5v5H0zM1 1v3h3V1zM2 2h1v1H2zM6 0h1v2h2v2H7V3H6zM0 6h2v2h2v1H0zM5 6h3v1h1v2H7V8H5z"
        fillRule="evenodd"
      />
    </svg>
  );
}
