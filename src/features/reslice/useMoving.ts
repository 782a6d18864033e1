'use client';

import { useCallback, useState } from 'react';
import { toast } from '@/store/toast';
import type { LayerNumber } from '@/core/gcode/layers';
import type { JobPlan } from '@/core/plan/jobPlan';
import { chosenVariant, mapPlans, withCopy, withPlan, withVariantName } from '@/core/plan/planBook';
import type { Printer } from '@/core/printer/printer';
import { readPlanFile } from '@/core/plan/planFile';
import {
  anchorsOf,
  heightFactor,
  moveSwaps,
  movedPlan,
  type Anchor,
  type SteppedPrint,
} from '@/core/plan/reslice';
import { factsOf } from '@/store/jobFacts';
import { replaceSlice, type UndoSlice } from '@/store/jobs';
import { changeBook, usePlanStore } from '@/store/planStore';
import { missingRoom } from '@/store/room';
import { PrintClient, WorkerClosedError } from '@/workers/printClient';
import type { OpenPrint, ReadProgress } from '@/workers/protocol';
import { readPrint } from '@/features/job/openPrint';
import type { ReadyJob } from '@/features/job/useOpenJob';

/** A plan on its way to another file, until the person agrees. */
export interface MovingQuestion {
  readonly kind: 'new-slice' | 'plan-file';
  readonly fileName: string;
  readonly anchors: readonly Anchor[];
  readonly stepCount: number;
  /** The print that the swaps move to. */
  readonly inputs: SteppedPrint;
  /** How much taller that print is. */
  readonly factor: number;
  /** Says yes: the layer of each swap, null for those left out, and the factor they were found with. */
  readonly agree: (places: readonly (LayerNumber | null)[], factor: number) => Promise<void>;
}

export interface Moving {
  readonly question: MovingQuestion | null;
  /** A new slice that is being read. */
  readonly reading: { readonly progress: ReadProgress | null; readonly cancel: () => void } | null;
  readonly openSlice: (file: File) => Promise<void>;
  readonly openPlanFile: (file: File) => Promise<void>;
  /** Says no: everything stays as it was. */
  readonly refuse: () => void;
}

/** Brings plans to another file and other plans to this one; nothing changes until the person agrees. */
export function useMoving(ready: ReadyJob, printer: Printer, reopen: () => void): Moving {
  const { job, reading: print, analysis, fingerprint } = ready;
  const [question, setQuestion] = useState<MovingQuestion | null>(null);
  const [reading, setReading] = useState<Moving['reading']>(null);
  const done = useCallback(() => setQuestion(null), []);

  /** Asks how the plan as it is now moves to a slice that was read. */
  const ask = useCallback(
    (fileName: string, opened: OpenPrint): void => {
      const { plan } = usePlanStore.getState();
      if (!plan) return;
      const old = { layers: print.layers, steps: analysis.steps };
      const inputs = { layers: opened.reading.layers, steps: opened.analysis.steps };
      const agree = async (
        places: readonly (LayerNumber | null)[],
        factor: number,
      ): Promise<void> => {
        const { book } = usePlanStore.getState();
        if (!book) return;
        if (chosenVariant(book).plan !== plan) {
          toast.warning(
            'The plan was changed in another tab meanwhile. Open the new slice once more.',
          );
          return;
        }
        const moved = mapPlans(book, (one) => {
          const anchors = anchorsOf(one, old);
          const to =
            one === plan
              ? places
              : moveSwaps(anchors, old.steps.length, inputs, factor).map((swap) => swap.to);
          return movedPlan(one, opened.fingerprint, anchors, to);
        });
        const undo = await replaceSlice(job, factsOf(fileName, opened), opened.gcode, moved);
        if (!undo.ok) {
          toast.error(`${undo.refusal.message} The old file and plan are as they were.`);
          return;
        }
        reopen();
        toast(`${job.name} now uses ${fileName}.`, {
          duration: 15_000,
          action: { label: 'Undo', onClick: () => takeBack(undo.value, reopen) },
        });
      };
      setQuestion({
        kind: 'new-slice',
        fileName,
        anchors: anchorsOf(plan, old),
        stepCount: analysis.steps.length,
        inputs,
        factor: heightFactor(print.layers.at(-1)?.z ?? 0, inputs.layers.at(-1)?.z ?? 0),
        agree,
      });
    },
    [job, print, analysis, reopen],
  );

  const openSlice = useCallback(
    async (file: File) => {
      const client = new PrintClient();
      const note = (progress: ReadProgress | null): void =>
        setReading({ progress, cancel: () => client.close() });
      note(null);
      try {
        const room = await missingRoom(file.size);
        if (room) throw new Error(room);
        const opened = await readPrint(client, file, printer, note);
        if (!opened.ok) throw new Error(opened.refusal.message);
        if (opened.value.fingerprint === fingerprint) {
          toast('This is the very file that the job has already.');
        } else ask(file.name, opened.value);
      } catch (error) {
        if (error instanceof WorkerClosedError) return;
        toast.error(`${file.name}: ${error instanceof Error ? error.message : String(error)}`);
      } finally {
        client.close();
        setReading(null);
      }
    },
    [printer, fingerprint, ask],
  );

  const openPlanFile = useCallback(
    async (file: File) => {
      const read = readPlanFile(await file.text());
      if (!read.ok) {
        toast.error(`${file.name}: ${read.refusal.message}`);
        return;
      }
      const { value } = read;
      const add = (added: JobPlan): void => {
        const name = file.name.replace(/\.json$/i, '');
        changeBook(`plan from ${file.name}`, (book) => {
          const copied = withPlan(withCopy(book), added);
          return withVariantName(copied, chosenVariant(copied).id, name);
        });
      };
      if (value.plan.fingerprint === fingerprint) return add(value.plan);
      const inputs = { layers: print.layers, steps: analysis.steps };
      setQuestion({
        kind: 'plan-file',
        fileName: file.name,
        anchors: value.anchors,
        stepCount: value.stepCount,
        inputs,
        factor: heightFactor(value.height, print.layers.at(-1)?.z ?? 0),
        agree: async (places) => add(movedPlan(value.plan, fingerprint, value.anchors, places)),
      });
    },
    [print, analysis, fingerprint],
  );

  return { question, reading, openSlice, openPlanFile, refuse: done };
}

async function takeBack(undo: UndoSlice, reopen: () => void): Promise<void> {
  const undone = await undo();
  if (undone.ok) reopen();
  else toast.error(undone.refusal.message);
}
