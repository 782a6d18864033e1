import { ArrowDown, ArrowUp } from 'lucide-react';
import { Button } from './Button';

interface OrderButtonsProps {
  readonly name: string;
  /** Its place in the list, and how many there are. */
  readonly at: number;
  readonly count: number;
  readonly onMove: (at: number, by: 1 | -1) => void;
}

/** Puts a file of a list before the one above it, or behind the one below. */
export function OrderButtons({ name, at, count, onMove }: OrderButtonsProps) {
  return (
    <>
      <Button
        kind="quiet"
        disabled={at === 0}
        aria-label={`Print ${name} earlier`}
        onClick={() => onMove(at, -1)}
      >
        <ArrowUp aria-hidden size={15} />
      </Button>
      <Button
        kind="quiet"
        disabled={at === count - 1}
        aria-label={`Print ${name} later`}
        onClick={() => onMove(at, 1)}
      >
        <ArrowDown aria-hidden size={15} />
      </Button>
    </>
  );
}

/** A list in which one thing has changed places with a neighbour. */
export function withMoved<T>(list: readonly T[], at: number, by: 1 | -1): T[] {
  const next = [...list];
  [next[at], next[at + by]] = [next[at + by], next[at]];
  return next;
}
