import { CircleCheck, CircleX } from 'lucide-react';
import { mixedLook, showsThrough } from '@/core/filament/look';
import type { PieceId } from '@/core/measured/measurement';
import type { MadePiece, Reading } from '@/core/pieces/piece';
import { PIECE_WORDS } from './pieceWords';

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

/** How a good piece looks, and how a bad one does. */
export function GoodAndBad({ piece }: { readonly piece: PieceId }) {
  const { good, bad } = PIECE_WORDS[piece];
  return (
    <div className="flex max-w-lg flex-wrap gap-3 pt-2 text-sm">
      <figure className="min-w-40 flex-1 rounded-md border border-line bg-paper p-2">
        <Sketch piece={piece} isGood />
        <figcaption className="flex items-center gap-1.5">
          <CircleCheck aria-hidden size={16} className="shrink-0 text-accent" /> {good}
        </figcaption>
      </figure>
      <figure className="min-w-40 flex-1 rounded-md border border-line bg-paper p-2">
        <Sketch piece={piece} isGood={false} />
        <figcaption className="flex items-center gap-1.5">
          <CircleX aria-hidden size={16} className="shrink-0 text-danger" /> {bad}
        </figcaption>
      </figure>
    </div>
  );
}

const PATHS: Readonly<Record<PieceId, { readonly good: string; readonly bad: string }>> = {
  'purge-ladder': { good: '', bad: 'M78 52q4 -8 4 -16 M84 50q2 -6 2 -10' },
  'hiding-stairs': { good: '', bad: 'M60 40h14 M62 46h12' },
  'nozzle-reach': { good: '', bad: 'M78 26l6 -4 M78 20l8 -6 M78 14l5 -7' },
  'place-again': { good: '', bad: '' },
  time: { good: '', bad: '' },
  smallest: { good: '', bad: '' },
  stop: { good: '', bad: '' },
};

/** A sketch of the piece, seen from where it is looked at. */
function Sketch({ piece, isGood }: { piece: PieceId; isGood: boolean }) {
  return (
    <svg aria-hidden viewBox="0 0 160 64" className="h-16 w-full" fill="none">
      <SketchOf piece={piece} isGood={isGood} />
      <path
        d={PATHS[piece][isGood ? 'good' : 'bad']}
        className="stroke-danger"
        strokeWidth="2.5"
        strokeLinecap="round"
      />
    </svg>
  );
}

function SketchOf({ piece, isGood }: { piece: PieceId; isGood: boolean }) {
  switch (piece) {
    case 'purge-ladder':
      return (
        <>
          {[0, 1, 2, 3, 4].map((i) => (
            <rect
              key={i}
              x={30 + i * 22}
              y={12}
              width={12}
              height={44}
              rx={2}
              className={i === 2 ? 'fill-accent-soft stroke-accent' : 'fill-sunk stroke-edge'}
            />
          ))}
          <path d="M24 58h112" className="stroke-edge" strokeWidth="3" />
        </>
      );
    case 'hiding-stairs':
      return (
        <>
          <path d="M20 58h120v-6H20z" className="fill-ink" />
          {[0, 1, 2, 3, 4].map((i) => (
            <rect
              key={i}
              x={32 + i * 21}
              y={46 - i * 7}
              width={21}
              height={6 + i * 7}
              className={
                isGood || i > 2 ? 'fill-accent-soft stroke-accent' : 'fill-sunk stroke-edge'
              }
            />
          ))}
        </>
      );
    case 'nozzle-reach':
      return (
        <>
          <path d="M24 58h112" className="stroke-edge" strokeWidth="3" />
          <rect
            x={74}
            y={isGood ? 12 : 28}
            width={5}
            height={isGood ? 44 : 28}
            className="fill-sunk stroke-edge"
          />
          <path d="M96 54h10l14 -30v-16h-38v16z" className="fill-accent-soft stroke-accent" />
        </>
      );
    case 'place-again':
      return (
        <>
          {[-3, -2, -1, 0, 1, 2, 3].map((i) => (
            <path
              key={i}
              d={`M${80 + i * 16} ${i === 0 ? 4 : 12}V30`}
              className="stroke-ink"
              strokeWidth="2.5"
            />
          ))}
          {[-3, -2, -1, 0, 1, 2, 3].map((i) => (
            <path
              key={i}
              d={`M${80 + i * 14.5 + (isGood ? 0 : 3)} 34V56`}
              className="stroke-accent"
              strokeWidth="2.5"
            />
          ))}
        </>
      );
    case 'time':
      return (
        <>
          <path d="M16 40h128" className="stroke-edge" strokeWidth="3" />
          <path d="M40 24v24 M112 24v24" className="stroke-ink" strokeWidth="2.5" />
          <path d={isGood ? 'M40 40h72' : 'M40 40h94'} className="stroke-accent" strokeWidth="5" />
        </>
      );
    case 'smallest':
      return (
        <>
          {[1.5, 2.5, 4, 6, 9].map((wide, i) => (
            <rect
              key={i}
              x={26 + i * 24}
              y={8}
              width={wide}
              height={isGood ? 48 : 48 - (4 - i) * 5}
              className="fill-ink"
            />
          ))}
          {!isGood && <path d="M24 30h8 M48 40h8" className="stroke-panel" strokeWidth="5" />}
        </>
      );
    case 'stop':
      return (
        <>
          <circle cx={58} cy={32} r={20} className="fill-accent-soft stroke-accent" />
          {isGood ? (
            <path d="M52 24v16 M64 24v16" className="stroke-ink" strokeWidth="4" />
          ) : (
            <path d="M52 22l16 10l-16 10z" className="fill-ink" />
          )}
          <path
            d="M96 40h40"
            className="stroke-edge"
            strokeWidth="3"
            strokeDasharray={isGood ? undefined : '5 5'}
          />
        </>
      );
  }
}
