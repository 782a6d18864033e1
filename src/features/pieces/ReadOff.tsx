'use client';

import { useMemo, useState } from 'react';
import { Button } from '@/components/Button';
import { NumberField } from '@/components/form/NumberField';
import type { PieceId } from '@/core/measured/measurement';
import type { Answers, MadePiece } from '@/core/pieces/piece';
import { timeReadings } from '@/core/pieces/timePiece';
import type { Printer } from '@/core/printer/printer';
import { takeMeasurement } from '@/store/measurements';
import { toast } from '@/store/toast';
import { valuesOf } from './makePiece';
import { MarkRow } from './MarkRow';
import type { PieceSettings } from './pieceSettings';
import { nameOfValue, PIECE_WORDS, valueWords } from './pieceWords';
import { StopWatch } from './StopWatch';

interface ReadOffProps {
  readonly made: MadePiece | null;
  readonly piece: PieceId;
  readonly printer: Printer;
  readonly printerId: string | null;
  readonly settings: PieceSettings;
  readonly onKept: () => void;
}

/** Takes what the person sees on the printed piece, says what follows, and keeps it. */
export function ReadOff({ made, piece, printer, printerId, settings, onKept }: ReadOffProps) {
  const [answers, setAnswers] = useState<Answers>({});
  const answer = (id: string, value: number | null): void =>
    setAnswers({ ...answers, [id]: value });
  const readings = piece === 'time' ? timeReadings(printer) : (made?.readings ?? []);
  const { stepMm, firstMm } = settings;
  // A fit of times takes a tenth of a second: once an answer, and not at every drawing.
  const values = useMemo(
    () => valuesOf(made, piece, printer, answers, { stepMm, firstMm }),
    [made, piece, printer, answers, stepMm, firstMm],
  );
  const keep = async (): Promise<void> => {
    const about = made?.title ?? PIECE_WORDS[piece].name;
    if (await takeMeasurement({ piece, printerId, about, values })) {
      toast(`Kept. Lamella plans with it from now on.`);
      onKept();
    }
  };
  return (
    <>
      <div className="grid max-w-xl gap-3 pt-2">
        {readings.map((reading) =>
          piece === 'time' ? (
            <div key={reading.id} className="flex flex-wrap items-end gap-2">
              <div className="min-w-0 flex-1">
                <NumberField
                  label={reading.name}
                  unit="s"
                  min={0.1}
                  max={3600}
                  empty="–"
                  value={answers[reading.id] ?? null}
                  onChange={(seconds) => answer(reading.id, seconds)}
                />
              </div>
              <StopWatch
                label={reading.name}
                onSeconds={(seconds) => answer(reading.id, seconds)}
              />
            </div>
          ) : (
            made && (
              <MarkRow
                key={reading.id}
                made={made}
                reading={reading}
                answer={answers[reading.id]}
                onAnswer={(value) => answer(reading.id, value)}
              />
            )
          ),
        )}
      </div>
      <div role="status" className="pt-3">
        {values.length > 0 && (
          <ul className="max-w-lg rounded-md bg-sunk px-3 py-2 text-sm">
            {values.map((value) => (
              <li key={value.subject} className="flex gap-2">
                <span className="min-w-0 flex-1">{nameOfValue(value.subject, readings)}</span>
                <span className="font-medium tabular-nums">{valueWords(value)}</span>
              </li>
            ))}
          </ul>
        )}
      </div>
      <Button kind="primary" className="mt-2" disabled={values.length === 0} onClick={keep}>
        Keep measurement
      </Button>
    </>
  );
}
