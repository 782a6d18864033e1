'use client';

import { toastWithUndo } from '@/browser/undoToast';
import { Button } from '@/components/Button';
import { combined, type Measurement } from '@/core/measured/measurement';
import { dayWords } from '@/core/measured/origin';
import { isProfileField, PROFILE_FIELDS } from '@/core/measured/subjects';
import { useToday } from '@/base/prints/useToday';
import { dropMeasurement } from '@/store/measurements';
import { valueWords } from './pieceWords';

interface MeasuredListProps {
  /** Of one piece on one printer, the newest first. */
  readonly measured: readonly Measurement[];
  readonly printerId: string | null;
}

/** What a piece has brought so far, with the way back. */
export function MeasuredList({ measured, printerId }: MeasuredListProps) {
  const today = useToday();
  if (measured.length === 0) return null;
  const subjects = [
    ...new Set(measured.flatMap(({ values }) => values.map(({ subject }) => subject))),
  ];
  const means = subjects.flatMap((subject) => {
    const found = combined(measured, subject, printerId);
    return found && found.times > 1 ? [{ subject, ...found }] : [];
  });
  return (
    <section aria-labelledby="measured-so-far" className="pt-5">
      <h3 id="measured-so-far" className="text-base font-semibold">
        Measured so far
      </h3>
      <ul className="grid max-w-lg gap-2 pt-1">
        {measured.map((one) => (
          <li key={one.id} className="flex items-start gap-2 border-b border-line pb-2">
            <div className="min-w-0 flex-1 text-sm">
              <p className="font-medium">
                {dayWords(one.day, today)}: {one.about}
              </p>
              <ul className="text-muted">
                {one.values.map((value) => (
                  <li key={value.subject}>
                    {subjectWords(value.subject)} {valueWords(value)}
                  </li>
                ))}
              </ul>
            </div>
            <Button
              onClick={() => takeBack(one)}
              aria-label={`Take back what was measured on ${dayWords(one.day, today)}`}
            >
              Take back
            </Button>
          </li>
        ))}
      </ul>
      {means.length > 0 && (
        <>
          <h4 className="pt-2 text-sm font-medium">Lamella plans with the mean</h4>
          <ul className="text-sm text-muted">
            {means.map((mean) => (
              <li key={mean.subject}>
                {subjectWords(mean.subject)} {valueWords(mean)}, from {mean.times}
              </li>
            ))}
          </ul>
        </>
      )}
    </section>
  );
}

/** Values of a profile have names; those of filaments are told by the title above them. */
function subjectWords(subject: string): string {
  if (isProfileField(subject)) return `${PROFILE_FIELDS[subject].name}:`;
  if (subject.startsWith('hides backlit')) return 'Stops light from:';
  return subject.startsWith('hides') ? 'Hides from:' : 'Clean from:';
}

async function takeBack(one: Measurement): Promise<void> {
  const undo = await dropMeasurement(one);
  if (undo) toastWithUndo('The measurement is taken back.', 'measurement', undo);
}
