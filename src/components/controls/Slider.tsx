'use client';

import { Slider as Radix } from 'radix-ui';

interface SliderProps {
  readonly label: string;
  readonly value: number;
  readonly min: number;
  readonly max: number;
  readonly step: number;
  /** The value in words, read out in place of the number. */
  readonly words: string;
  readonly onChange: (value: number) => void;
  readonly className?: string;
}

/** A value on a line. */
export function Slider({ label, value, words, onChange, className = '', ...range }: SliderProps) {
  return (
    <Radix.Root
      {...range}
      value={[value]}
      onValueChange={([next]) => onChange(next)}
      className={`relative flex h-6 touch-none items-center ${className}`}
    >
      <Radix.Track className="h-1.5 flex-1 rounded-full border border-edge bg-sunk" />
      <Radix.Thumb
        aria-label={label}
        aria-valuetext={words}
        className="block size-6 cursor-grab rounded-full border-2 border-panel bg-accent shadow-[0_0_0_1px_var(--edge)] forced-colors:bg-[Highlight]"
      />
    </Radix.Root>
  );
}
