'use client';

import { useEffect, useState } from 'react';
import { mayHaveParts, partsPicture } from '@/base/work/foundParts';
import { gramsOf } from '@/core/filament/mass';
import type { PrintPicture } from '@/core/geometry/picture';
import type { MadePiece } from '@/core/pieces/piece';
import { piecePlan } from '@/core/pieces/piecePlan';
import type { JobPlan } from '@/core/plan/jobPlan';
import type { Printer } from '@/core/printer/printer';
import { factsOf } from '@/store/jobs/jobFacts';
import { PrintClient } from '@/workers/print/printClient';

/** What is known of a piece before it is printed. */
export interface PieceFacts {
  readonly of: MadePiece;
  readonly seconds: number;
  readonly grams: number;
  readonly layers: number;
  readonly picture: PrintPicture | null;
  readonly plan: JobPlan;
}

export const fileOf = ({ gcode }: MadePiece): Blob => new Blob([gcode], { type: 'text/plain' });

/** Reads a piece as any sliced file is read, beside the page. */
export function usePieceFacts(
  made: MadePiece | null,
  printer: Printer,
): { facts: PieceFacts | null; trouble: string | null } {
  const [facts, setFacts] = useState<PieceFacts | null>(null);
  const [trouble, setTrouble] = useState<string | null>(null);
  useEffect(() => {
    if (!made) return;
    const client = new PrintClient();
    let isWanted = true;
    const isOver = (): boolean => !isWanted;
    const read = async (): Promise<void> => {
      const opened = await client.open(fileOf(made), printer, () => {});
      if (isOver()) return;
      if (!opened.ok) return setTrouble(opened.refusal.message);
      const { reading, fingerprint } = opened.value;
      const found = mayHaveParts(reading) ? await client.findParts() : null;
      const { picture, seconds, layers } = factsOf(`${made.id}.gcode`, opened.value);
      if (isOver()) return;
      setTrouble(null);
      setFacts({
        of: made,
        seconds,
        layers,
        grams: gramsOf(reading.filamentMm, printer.filamentDiameter, made.filaments[0].density),
        picture: found ? partsPicture(reading, found) : picture,
        plan: piecePlan(made, fingerprint, null),
      });
    };
    read().catch((error: unknown) => {
      if (isWanted) setTrouble(`The piece could not be read. ${String(error)}`);
    });
    return () => {
      isWanted = false;
      client.close();
    };
  }, [made, printer]);
  return { facts: facts?.of === made ? facts : null, trouble };
}
