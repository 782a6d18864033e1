import { CircleCheck, CircleX } from 'lucide-react';
import type { ComponentType } from 'react';
import type { PieceId } from '@/core/measured/measurement';
import { PIECE_WORDS } from './pieceWords';

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

/** A sketch of the piece, seen from where it is looked at. */
function Sketch({ piece, isGood }: { piece: PieceId; isGood: boolean }) {
  const SketchOf = SKETCHES[piece];
  return (
    <svg aria-hidden viewBox="0 0 160 64" className="h-16 w-full" fill="none">
      <SketchOf isGood={isGood} />
    </svg>
  );
}

interface SketchProps {
  readonly isGood: boolean;
}

function LadderSketch({ isGood }: SketchProps) {
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
      {!isGood && <path d="M78 52q4 -8 4 -16 M84 50q2 -6 2 -10" {...TRACE} />}
    </>
  );
}

function StairSketch({ isGood }: SketchProps) {
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
          className={isGood || i > 2 ? 'fill-accent-soft stroke-accent' : 'fill-sunk stroke-edge'}
        />
      ))}
      {!isGood && <path d="M36 44h12 M58 40h12" {...TRACE} />}
    </>
  );
}

function ReachSketch({ isGood }: SketchProps) {
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
      {!isGood && <path d="M77 27l4 -6 M77 20l6 -6 M78 13l5 -6" {...TRACE} />}
    </>
  );
}

function PlaceSketch({ isGood }: SketchProps) {
  return (
    <>
      {[-3, -2, -1, 0, 1, 2, 3].map((i) => (
        <path
          key={i}
          d={`M${80 + i * 16} ${i === 0 ? 4 : 12}V30M${80 + i * 14.5 + (isGood ? 0 : 3)} 34V56`}
          className={i === 0 ? 'stroke-accent' : 'stroke-ink'}
          strokeWidth="2.5"
        />
      ))}
    </>
  );
}

function TimeSketch({ isGood }: SketchProps) {
  return (
    <>
      <path d="M16 40h128" className="stroke-edge" strokeWidth="3" />
      <path d="M40 24v24 M112 24v24" className="stroke-ink" strokeWidth="2.5" />
      <path d={isGood ? 'M40 40h72' : 'M40 40h94'} className="stroke-accent" strokeWidth="5" />
    </>
  );
}

function SmallestSketch({ isGood }: SketchProps) {
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
      {!isGood && <path d="M24 30h8 M48 40h8" className="stroke-paper" strokeWidth="5" />}
    </>
  );
}

function StopSketch({ isGood }: SketchProps) {
  return (
    <>
      <path d="M16 46h56" className="stroke-edge" strokeWidth="3" />
      <path d="M66 40h10l10 -20v-12h-30v12z" className="fill-accent-soft stroke-accent" />
      {isGood ? (
        <path d="M108 22v20 M122 22v20" className="stroke-ink" strokeWidth="5" />
      ) : (
        <path d="M76 46h60" className="stroke-danger" strokeWidth="3" strokeDasharray="5 5" />
      )}
    </>
  );
}

/** What is drawn red: what should not be there. */
const TRACE = { className: 'stroke-danger', strokeWidth: 2.5, strokeLinecap: 'round' } as const;

const SKETCHES: Readonly<Record<PieceId, ComponentType<SketchProps>>> = {
  'purge-ladder': LadderSketch,
  'hiding-stairs': StairSketch,
  'nozzle-reach': ReachSketch,
  'place-again': PlaceSketch,
  time: TimeSketch,
  smallest: SmallestSketch,
  stop: StopSketch,
};
