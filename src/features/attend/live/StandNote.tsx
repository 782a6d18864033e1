import type { RunPlan } from '@/core/run/runPlan';
import type { RunState } from '@/core/run/following/runState';
import { STAND_CAUTIONS } from '@/core/run/stand';
import { clockOf, inWords } from '../words';

interface StandNoteProps {
  readonly runPlan: Pick<RunPlan, 'stand'>;
  readonly state: Pick<RunState, 'swap' | 'isLate'>;
  readonly now: number;
}

/** At the swap at which the print is to stand: until when, and what it needs. */
export function StandNote({ runPlan: { stand }, state, now }: StandNoteProps) {
  if (stand === null || stand.swap !== state.swap || state.isLate) return null;
  return (
    <div className="mb-2 rounded-md bg-sunk px-3 py-2 text-sm">
      <p className="font-semibold">
        It stays paused here until {clockOf(stand.until, now)}, {inWords(stand.until, now)}.
      </p>
      <StandCautions />
    </div>
  );
}

/** What a print needs that stands for hours. */
export function StandCautions() {
  return (
    <ul className="list-disc pl-5">
      {STAND_CAUTIONS.map((text) => (
        <li key={text}>{text}</li>
      ))}
    </ul>
  );
}
