'use client';

import { Trash2 } from 'lucide-react';
import { Button } from '@/components/Button';
import { TextField } from '@/components/form/TextField';
import { PrintPictureCanvas } from '@/base/pictures/PrintPictureCanvas';
import { spoolsOf } from '@/core/filament/shelf/spool';
import { formatDuration, formatGrams } from '@/core/format';
import { printedSections } from '@/core/plan/arrangement';
import { bandsOf, shownByLayers } from '@/core/plan/work/bands';
import { arrangementOfPlan } from '@/core/plan/arrangementOfPlan';
import { copyCosts } from '@/core/plan/edits/copies';
import { recipeOfPlan } from '@/core/plan/recipeOfPlan';
import { planPurges } from '@/core/plan/work/purges';
import { keepPlaceInList } from '@/browser/useReturnFocus';
import {
  withChosen,
  withoutVariant,
  withVariantName,
  type Variant,
} from '@/core/plan/file/planBook';
import { reckon, reckonedBands, reckonedEnds } from '@/core/log/reckon';
import { timelineOf } from '@/core/plan/work/timeline';
import { ActionButton } from '@/base/job/ActionButton';
import { changeBook } from '@/store/plans/planStore';
import { useRestingPlan } from '@/store/plans/resting';
import { printerWithId, usePrinters } from '@/store/printers';
import { useShelf } from '@/store/shelf';
import { useTimesFor } from './useTimesFor';
import { useVariantOrder } from './useVariantOrder';
import { clockAt, useStart } from '@/browser/clockTimes';
import { useLearning } from '@/base/work/useLearning';
import type { OpenedJob } from '@/base/job/jobContext';

/** Plans for the same job side by side, and what copies on the plate would save. */
export function VariantsTab({ view }: { view: OpenedJob }) {
  const book = useRestingPlan((state) => state.book);
  if (!book) return null;
  return (
    <>
      <div className="mb-2 flex items-center gap-2">
        <h2 className="mr-auto text-base font-semibold">Compare plans</h2>
        <ActionButton actionId="copy-variant" context={view.actions}>
          Duplicate plan
        </ActionButton>
      </div>
      <ul aria-label="Plans" className="grid gap-2">
        {book.variants.map((variant) => (
          <VariantCard
            key={variant.id}
            variant={variant}
            view={view}
            isChosen={variant.id === book.chosen}
            isOnly={book.variants.length === 1}
          />
        ))}
      </ul>
      <Copies view={view} />
    </>
  );
}

interface VariantCardProps {
  readonly variant: Variant;
  readonly view: OpenedJob;
  readonly isChosen: boolean;
  readonly isOnly: boolean;
}

function VariantCard({ variant, view, isChosen, isOnly }: VariantCardProps) {
  const { reading: chosenReading, analysis, job } = view;
  const { plan } = variant;
  const printer = printerWithId(
    usePrinters((state) => state.records),
    plan.printerId,
  );
  const timed = useTimesFor(view, printer);
  const reading = timed ?? chosenReading;
  const spools = spoolsOf(plan.palette, useShelf((state) => state.records) ?? []);
  const reckoned = reckon(plan, printer, spools, useLearning(job.isDemo, plan.printerId));
  const order = useVariantOrder(view, plan, printer, spools);
  const arrangement = arrangementOfPlan(
    reckoned.plan,
    reading,
    printer,
    spools,
    order ?? undefined,
  );
  const modelBands = bandsOf(plan, {
    reading,
    // What shows of a plan is its picture beside these figures.
    shown: shownByLayers(analysis.surface),
    filamentDiameter: printer.filamentDiameter,
    spools,
    order: printedSections(arrangement).map(({ section }) => section),
  });
  const bands = reckonedBands(modelBands, reckoned.printer);
  const ends = reckonedEnds(reading, reckoned.printer);
  const purges = planPurges(bands, {
    plan: reckoned.plan,
    recipe: recipeOfPlan(plan, printer),
    printer,
    spools,
  });
  const timeline = timelineOf(bands, ends, reckoned.handsAt, purges);
  const purged = purges.reduce((sum, { grams }) => sum + grams, 0);
  const known = order !== null;
  const start = useStart(plan);
  return (
    <li className={`rounded-md border bg-paper p-2 ${isChosen ? 'border-accent' : 'border-line'}`}>
      <VariantHead variant={variant} isChosen={isChosen} isOnly={isOnly} />
      <div className="mt-1.5 flex gap-3">
        <div className="flex h-20 w-28 shrink-0 items-center justify-center rounded bg-sheet p-1">
          {job.picture && (
            <PrintPictureCanvas
              picture={job.picture}
              plan={plan}
              layerCount={reading.layers.length}
            />
          )}
        </div>
        <dl className="grid flex-1 grid-cols-2 content-start gap-x-3 text-sm">
          <Fact term="Swaps" value={known ? String(bands.length - 1) : '…'} />
          <Fact term="Hands" value={known ? formatDuration(timeline.handSeconds) : '…'} />
          <Fact term="Total" value={timed && known ? formatDuration(timeline.total) : '…'} />
          <Fact term="Ends" value={timed && known ? clockAt(start, timeline.total) : '…'} />
          <Fact term="Purge" value={known ? formatGrams(purged) : '…'} />
          <Fact term="Colours" value={String(timeline.byFilament.length)} />
        </dl>
      </div>
    </li>
  );
}

function Fact({ term, value }: { term: string; value: string }) {
  return (
    <div className="flex justify-between gap-1">
      <dt className="text-muted">{term}</dt>
      <dd className="font-medium">{value}</dd>
    </div>
  );
}

/** What one part costs when the plate holds more or fewer of it. */
function Copies({ view }: { view: OpenedJob }) {
  const { reading, analysis, reckoned, purges } = view;
  const { objects } = analysis;
  const printing = reading.seconds.total - reading.secondsBefore;
  const costs = copyCosts(
    printing,
    reading.secondsBefore,
    objects,
    purges.map(({ mm }) => mm),
    reckoned.plan.handSeconds,
  );
  return (
    <section aria-labelledby="copies" className="mt-5 border-t border-line pt-3">
      <h2 id="copies" className="text-base font-semibold">
        Cost per part
      </h2>
      <p className="mt-0.5 text-sm text-muted">
        {objects === 1
          ? 'This plate holds one part. With more parts on the plate, each one takes:'
          : `This plate holds ${objects} parts. Each one takes:`}
      </p>
      <table className="mt-2 w-full text-right text-sm whitespace-nowrap">
        <thead className="text-muted">
          <tr>
            <th className="py-1 text-left font-medium">Parts</th>
            <th className="font-medium">Plate</th>
            <th className="font-medium">One part</th>
            <th className="font-medium">Swaps</th>
            <th className="font-medium">Hands</th>
          </tr>
        </thead>
        <tbody>
          {costs.map((cost) => (
            <tr
              key={cost.copies}
              className={`border-t border-line ${cost.copies === objects ? 'font-semibold' : ''}`}
            >
              <td className="py-1 text-left">
                {cost.copies}
                {cost.copies === objects && ' (now)'}
              </td>
              <td>{formatDuration(cost.plateSeconds)}</td>
              <td>{formatDuration(cost.secondsPerPart)}</td>
              <td>{Number(cost.swapsPerPart.toFixed(1))}</td>
              <td>{formatDuration(cost.handSecondsPerPart)}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}

interface VariantHeadProps {
  readonly variant: Variant;
  readonly isChosen: boolean;
  readonly isOnly: boolean;
}

/** Its name, and what can be done with it. */
function VariantHead({ variant, isChosen, isOnly }: VariantHeadProps) {
  const { id, name } = variant;
  return (
    <div className="flex items-center gap-1">
      <TextField
        label={`Name of plan ${id}`}
        value={name}
        most={40}
        onChange={(typed) =>
          changeBook('name of a plan', (book) => withVariantName(book, id, typed))
        }
        className="min-w-0 flex-1 rounded border border-transparent bg-transparent px-1 font-semibold hover:border-line"
      />
      {isChosen ? (
        <span className="rounded bg-accent-soft px-2 py-0.5 text-sm font-medium">In use</span>
      ) : (
        <Button
          aria-label={`Use ${name}`}
          onClick={() => changeBook(`choice of ${name}`, (book) => withChosen(book, id))}
        >
          Use
        </Button>
      )}
      {!isOnly && (
        <button
          type="button"
          aria-label={`Delete ${name}`}
          onClick={() => {
            const keepPlace = keepPlaceInList('ul[aria-label="Plans"]', 'li');
            changeBook(`deletion of ${name}`, (book) => withoutVariant(book, id));
            keepPlace();
          }}
          className="rounded p-1.5 text-muted hover:bg-sunk hover:text-danger"
        >
          <Trash2 aria-hidden size={16} />
        </button>
      )}
    </div>
  );
}
