'use client';

import { useCallback, useState } from 'react';
import { toast } from '@/store/toast';
import type { LayerNumber } from '@/core/layers';
import { refuse, success, type Result } from '@/core/findings';
import { MODEL_NAME } from '@/core/model/formats/modelName';
import type { PrintPicture } from '@/core/geometry/picture';
import type { ModelSetup } from '@/core/model/setup';
import { plural } from '@/core/format';
import { commonStem } from '@/core/delivery/deliveryNames';
import { withChangedFiles, withPartsOfFiles } from '@/core/plan/edits/changedFiles';
import type { JobPlan } from '@/core/plan/jobPlan';
import { isSliced } from '@/core/read/slicedFile';
import {
  chosenVariant,
  mapPlans,
  withCopy,
  withPlan,
  withVariantName,
} from '@/core/plan/file/planBook';
import type { Printer } from '@/core/printer/printer';
import { readPlanFile } from '@/core/plan/file/planFile';
import {
  anchorsOf,
  heightFactor,
  moveSwaps,
  movedPlan,
  type Anchor,
  type SteppedPrint,
} from '@/core/plan/edits/reslice';
import { likenessByHeight, likenessOf, shapeOf, type Likeness } from '@/core/plan/edits/likeness';
import { factsOf } from '@/store/jobs/jobFacts';
import { replaceSlice, type UndoSlice } from '@/store/jobs/jobs';
import { changeBook, usePlanStore } from '@/store/plans/planStore';
import { missingRoom } from '@/store/jobs/room';
import { PrintClient, WorkerClosedError } from '@/workers/print/printClient';
import type { OpenModel, OpenFile, ReadProgress } from '@/workers/print/protocol';
import { readPrint } from '@/base/job/openPrint';
import type { ReadyJob } from '@/base/job/useOpenJob';
import { layTogether, type NamedFile, type OpenFiles } from '@/base/files/namedFiles';
import { partsPicture } from '@/base/work/foundParts';

/** A plan on its way to another file, until the person agrees. */
export interface MovingQuestion {
  readonly kind: 'new-slice' | 'plan-file' | 'files' | 'set-up';
  readonly fileName: string;
  readonly anchors: readonly Anchor[];
  readonly stepCount: number;
  /** The print that the swaps move to. */
  readonly inputs: SteppedPrint;
  /** How much taller that print is. */
  readonly factor: number;
  /** How it compares with the print that the plan was made for. */
  readonly likeness: Likeness;
  /** Says yes: the layer of each swap, null for those left out, and the factor they were found with. */
  readonly agree: (places: readonly (LayerNumber | null)[], factor: number) => Promise<void>;
}

export interface Moving {
  readonly question: MovingQuestion | null;
  /** A re-sliced file that is being read. */
  readonly reading: { readonly progress: ReadProgress | null; readonly cancel: () => void } | null;
  readonly openSlice: (file: File) => Promise<void>;
  readonly openFiles: OpenFiles;
  readonly openPlanFile: (file: File) => Promise<void>;
  /** Sets the job's model up in another way; its swaps move with their heights. True when it is done. */
  readonly setUp: (setup: ModelSetup) => Promise<boolean>;
  /** Says no: everything stays as it was. */
  readonly refuse: () => void;
}

/** What is to come in place of a job's file, and how its plans are taken along but for their swaps. */
interface NewPrint {
  readonly kind: 'new-slice' | 'files' | 'set-up';
  readonly fileName: string;
  readonly opened: OpenFile | OpenModel;
  readonly picture?: PrintPicture;
  readonly carry: (plan: JobPlan) => JobPlan;
  readonly settle: (plan: JobPlan) => JobPlan;
}

const AS_IT_IS = (plan: JobPlan): JobPlan => plan;

/** Brings plans to another file and other plans to this one; nothing changes until the person agrees. */
export function useMoving(ready: ReadyJob, printer: Printer, reopen: () => void): Moving {
  const [question, setQuestion] = useState<MovingQuestion | null>(null);
  const [reading, setReading] = useState<Moving['reading']>(null);
  const done = useCallback(() => setQuestion(null), []);
  const ask = useAsk(ready, reopen, setQuestion);
  return {
    question,
    reading,
    openSlice: useOpenSlice(ready, printer, ask, setReading),
    openFiles: useOpenFiles(ready, printer, ask, setReading),
    openPlanFile: useOpenPlanFile(ready, setQuestion),
    setUp: useSetUp(ready, printer, ask),
    refuse: done,
  };
}

type Ask = (print: NewPrint) => Promise<void>;
type SetQuestion = (question: MovingQuestion) => void;
type SetReading = (reading: Moving['reading']) => void;

/** Asks how the plan as it is now moves to a slice that was read, where it has anything to move. */
function useAsk(ready: ReadyJob, reopen: () => void, setQuestion: SetQuestion): Ask {
  const { job, reading: print, analysis } = ready;
  return useCallback(
    async ({ kind, fileName, opened, picture, carry, settle }: NewPrint): Promise<void> => {
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
            'The plan was changed in another tab in the meantime. Open the re-sliced file again.',
          );
          return;
        }
        const moved = mapPlans(book, (one) => {
          const carried = carry(one);
          const anchors = anchorsOf(carried, old);
          const to =
            one === plan
              ? places
              : moveSwaps(anchors, old.steps.length, inputs, factor).map(
                  ({ to, proposed }) => to ?? proposed,
                );
          return settle(movedPlan(carried, opened.fingerprint, anchors, to));
        });
        const facts = { ...factsOf(fileName, opened), ...(picture && { picture }) };
        const file = kind === 'set-up' ? null : opened.file;
        const undo = await replaceSlice(job, facts, file, moved);
        if (!undo.ok) {
          toast.error(`${undo.refusal.message} The old file and plan are as they were.`);
          return;
        }
        reopen();
        const count = opened.reading.sources.length;
        const kept = places.filter((place) => place !== null).length;
        const uses = count > 1 ? `now prints ${count} files` : `now uses ${fileName}`;
        const moves = kept > 0 ? `, ${plural(kept, 'swap')} moved with their heights` : '';
        toast(`${job.name} ${kind === 'set-up' ? `has a new setup${moves}` : uses}.`, {
          duration: 15_000,
          action: { label: 'Undo', onClick: () => takeBack(undo.value, reopen) },
        });
      };
      const anchors = anchorsOf(carry(plan), old);
      // Other files beside make nothing taller.
      const tops = [print, inputs].map(({ layers }) => layers.at(-1)?.z ?? 0);
      const factor = kind === 'files' ? 1 : heightFactor(tops[0], tops[1]);
      if (kind === 'files' && anchors.length === 0) return agree([], factor);
      const stepCount = analysis.steps.length;
      if (kind === 'set-up') {
        const places = moveSwaps(anchors, stepCount, inputs, factor).map(({ to }) => to);
        if (places.every((place) => place !== null)) return agree(places, factor);
      }
      const likeness = likenessOf(shapeOf(print), shapeOf(opened.reading));
      setQuestion({ kind, fileName, anchors, stepCount, inputs, factor, likeness, agree });
    },
    [job, print, analysis, reopen, setQuestion],
  );
}

/** Reads a re-sliced file and asks how the plan moves to it. */
function useOpenSlice(
  ready: ReadyJob,
  printer: Printer,
  ask: Ask,
  setReading: SetReading,
): Moving['openSlice'] {
  const { fingerprint } = ready;
  const solid = ready.kind === 'model' ? ready.setup : null;
  return useCallback(
    async (file: File) => {
      const client = new PrintClient();
      const note = (progress: ReadProgress | null): void =>
        setReading({ progress, cancel: () => client.close() });
      note(null);
      try {
        const room = await missingRoom(file.size);
        if (room) throw new Error(room);
        const isModel = MODEL_NAME.test(file.name);
        if (isModel && !solid) {
          throw new Error('This is an unsliced model. Open it on the Bench to plan with it.');
        }
        const opened = isModel
          ? await client.openModel(file, file.name, solid, printer, note)
          : await readPrint(client, file, printer, note);
        if (!opened.ok) throw new Error(opened.refusal.message);
        if (opened.value.fingerprint === fingerprint) {
          toast('The job already uses this file.');
        } else {
          const { value } = opened;
          const [carry, settle] = [AS_IT_IS, AS_IT_IS];
          await ask({ kind: 'new-slice', fileName: file.name, opened: value, carry, settle });
        }
      } catch (error) {
        if (error instanceof WorkerClosedError) return;
        toast.error(`${file.name}: ${error instanceof Error ? error.message : String(error)}`);
      } finally {
        client.close();
        setReading(null);
      }
    },
    [printer, fingerprint, solid, ask, setReading],
  );
}

/** Sets the job's model up in another way. */
function useSetUp(ready: ReadyJob, printer: Printer, ask: Ask): Moving['setUp'] {
  const { job } = ready;
  return useCallback(
    async (setup: ModelSetup): Promise<boolean> => {
      const client = new PrintClient();
      try {
        const { fileName } = job;
        const opened = await client.openModel(ready.file, fileName, setup, printer, () => {});
        if (!opened.ok) throw new Error(opened.refusal.message);
        const [carry, settle] = [AS_IT_IS, AS_IT_IS];
        await ask({ kind: 'set-up', fileName, opened: opened.value, carry, settle });
        return true;
      } catch (error) {
        toast.error(error instanceof Error ? error.message : String(error));
        return false;
      } finally {
        client.close();
      }
    },
    [job, ready, printer, ask],
  );
}

/** Reads other files for the job, and asks how the plan moves to them. */
function useOpenFiles(
  ready: ReadyJob,
  printer: Printer,
  ask: Ask,
  setReading: SetReading,
): OpenFiles {
  const { reading: print } = ready;
  return useCallback(
    async (
      files: readonly NamedFile[],
      from: readonly (number | null)[],
    ): Promise<Result<null>> => {
      const client = new PrintClient();
      const note = (progress: ReadProgress | null): void =>
        setReading({ progress, cancel: () => client.close() });
      note(null);
      try {
        const [only] = files;
        const isOne = files.length === 1;
        const { gcode, places } = isOne
          ? { gcode: only.gcode, places: undefined }
          : await layTogether(files);
        const room = await missingRoom(gcode.size);
        if (room) return refuse('storage-short', room);
        const opened = await readPrint(client, gcode, printer, note, places);
        if (!opened.ok) return opened;
        const after = opened.value.reading;
        const found = isOne ? null : await client.findParts();
        await ask({
          kind: 'files',
          fileName: isOne ? only.name : `${commonStem(files.map(({ name }) => name))}.gcode`,
          opened: opened.value,
          ...(found && { picture: partsPicture(after, found) }),
          carry: (plan) => (isSliced(print) ? withChangedFiles(plan, from, print, after) : plan),
          settle: (plan) => withPartsOfFiles(plan, after),
        });
        return success(null);
      } catch (error) {
        if (error instanceof WorkerClosedError) return refuse('trouble', 'Cancelled.');
        return refuse('trouble', error instanceof Error ? error.message : String(error));
      } finally {
        client.close();
        setReading(null);
      }
    },
    [printer, print, ask, setReading],
  );
}

/** Opens a plan file, and asks how it moves where it was made for another print. */
function useOpenPlanFile(ready: ReadyJob, setQuestion: SetQuestion): Moving['openPlanFile'] {
  const { reading: print, analysis, fingerprint } = ready;
  const solid = ready.kind === 'model';
  return useCallback(
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
      // A model set up in another way has the same file and other layers.
      if (value.plan.fingerprint === fingerprint && !solid) return add(value.plan);
      const inputs = { layers: print.layers, steps: analysis.steps };
      setQuestion({
        kind: 'plan-file',
        fileName: file.name,
        anchors: value.anchors,
        stepCount: value.stepCount,
        inputs,
        factor: heightFactor(value.height, print.layers.at(-1)?.z ?? 0),
        likeness: likenessByHeight(value.height, print.layers.at(-1)?.z ?? 0),
        agree: async (places) => add(movedPlan(value.plan, fingerprint, value.anchors, places)),
      });
    },
    [print, analysis, fingerprint, solid, setQuestion],
  );
}

async function takeBack(undo: UndoSlice, reopen: () => void): Promise<void> {
  const undone = await undo();
  if (undone.ok) reopen();
  else toast.error(undone.refusal.message);
}
