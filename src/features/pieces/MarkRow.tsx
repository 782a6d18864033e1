'use client';

import { RadioGroup } from 'radix-ui';
import type { PieceId } from '@/core/measured/measurement';
import type { MadePiece, Reading } from '@/core/pieces/piece';
import { Mark } from './PieceDrawing';

interface MarkRowProps {
  readonly made: MadePiece;
  readonly reading: Reading;
  /** undefined while nothing was answered, null where no mark fits. */
  readonly answer: number | null | undefined;
  readonly onAnswer: (value: number | null) => void;
}

/** What is answered where no mark of a piece fits. */
const NONE: Readonly<Partial<Record<PieceId, string>>> = {
  'purge-ladder': 'None is clean',
  'hiding-stairs': 'It shows through all',
  'nozzle-reach': 'No mark',
  'place-again': 'None is in line',
  smallest: 'None of them',
};

/** One row of a printed piece, drawn to be tapped: the mark that the person sees on it. */
export function MarkRow({ made, reading, answer, onAnswer }: MarkRowProps) {
  const { name, marks, unit } = reading;
  const value = answer === undefined ? '' : answer === null ? 'none' : String(answer);
  return (
    <RadioGroup.Root
      aria-label={name}
      value={value}
      onValueChange={(next) => onAnswer(next === 'none' ? null : Number(next))}
      orientation="horizontal"
      className="border-b border-line pb-1"
    >
      <div className="flex items-center gap-2">
        <p aria-hidden className="min-w-0 flex-1 text-sm font-medium">
          {name}
        </p>
        <RadioGroup.Item
          value="none"
          className="min-h-7 shrink-0 rounded border border-edge px-2 text-xs hover:bg-sunk data-[state=checked]:border-accent data-[state=checked]:bg-accent-soft"
        >
          {NONE[made.id] ?? 'None'}
        </RadioGroup.Item>
      </div>
      <div className="flex flex-wrap items-end gap-px py-1">
        {marks.map((mark, i) => (
          <RadioGroup.Item
            key={mark}
            value={String(mark)}
            aria-label={`${mark.toFixed(unit === 'mm' && marks[0] < 8 ? 2 : 0)} ${unit}`}
            className="flex max-w-10 min-w-6 flex-1 flex-col items-center justify-end gap-0.5 rounded border border-transparent px-px py-1 hover:bg-sunk data-[state=checked]:border-accent data-[state=checked]:bg-accent-soft"
          >
            <Mark made={made} reading={reading} index={i} />
            <span aria-hidden className="text-[0.65rem] leading-tight text-muted tabular-nums">
              {shortWords(mark)}
            </span>
          </RadioGroup.Item>
        ))}
      </div>
    </RadioGroup.Root>
  );
}

const shortWords = (mark: number): string =>
  Number.isInteger(mark) ? String(mark) : mark.toFixed(2).replace(/0$/, '');
