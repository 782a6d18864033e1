'use client';

import { Dialog } from 'radix-ui';
import { useMemo } from 'react';
import { Button } from '@/components/Button';
import { DialogFrame } from '@/components/DialogFrame';
import { Swatch } from '@/components/Swatch';
import { primedMm } from '@/core/checks/fileChecks';
import {
  spoolsForPlan,
  type LeftoverInputs,
  type LeftoverRow,
  type SpoolChoice,
} from '@/core/filament/shelf/leftovers';
import { spoolSets, type SpoolSet } from '@/core/filament/shelf/spoolSets';
import { formatGrams } from '@/core/format';
import { withFilament } from '@/core/plan/edits/bandEdits';
import { changePlan } from '@/store/plans/planStore';
import { useShelf } from '@/store/shelf';
import { useJob } from '@/base/job/jobContext';
import { fromSpool } from '@/core/filament/shelf/fromSpool';

/** Sets that are offered at once. */
const MOST_SETS = 6;
/** Spools that are named for a filament. */
const MOST_SPOOLS = 3;

interface LeftoversDialogProps {
  readonly open: boolean;
  readonly onClose: () => void;
}

/** What the shelf can give for this job: spools for each filament, and sets for all of them. */
export function LeftoversDialog({ open, onClose }: LeftoversDialogProps) {
  return (
    <Dialog.Root open={open} onOpenChange={(next) => !next && onClose()}>
      <DialogFrame
        title="Use up leftovers"
        description="Spools with enough filament for this print, its purges and a small reserve. Filament reserved for other jobs is left out."
      >
        <Answers />
      </DialogFrame>
    </Dialog.Root>
  );
}

function Answers() {
  const { job, plan, bands, purges, reading, printer, spools } = useJob();
  const shelf = useShelf((state) => state.records);
  const inputs = useMemo(
    (): LeftoverInputs => ({
      bands,
      purges,
      primedMm: primedMm(reading),
      printer,
      spools,
      own: plan.purges,
      shelf: shelf ?? [],
      jobId: job.id,
    }),
    [bands, purges, reading, printer, spools, plan.purges, shelf, job.id],
  );
  const rows = useMemo(() => spoolsForPlan(inputs), [inputs]);
  const sets = useMemo(() => spoolSets(inputs, MOST_SETS), [inputs]);
  return (
    <>
      <h3 className="font-semibold">Filaments of this plan</h3>
      <ul aria-label="Spools for each filament" className="grid gap-2 pt-1">
        {rows.map((row) => (
          <Row key={row.filament.letter} row={row} />
        ))}
      </ul>
      <h3 className="pt-5 font-semibold">Other colours: sets that use up the most</h3>
      <p className="text-sm text-muted">
        Enough on every spool, materials that bond, neighbouring colours that look different.
      </p>
      {sets.length === 0 ? (
        <p className="pt-2">No set of your spools has enough for this print.</p>
      ) : (
        <ul aria-label="Sets of spools" className="grid gap-2 pt-1">
          {sets.map((set) => (
            <Set key={[...set.spools.values()].map(({ id }) => id).join()} set={set} />
          ))}
        </ul>
      )}
    </>
  );
}

function Row({ row: { filament, grams, choices } }: { row: LeftoverRow }) {
  return (
    <li className="flex flex-wrap items-start gap-x-3 gap-y-1 rounded-md border border-line bg-paper p-2">
      <span className="flex w-44 items-center gap-2">
        <Swatch filament={filament} />
        <span>
          <span className="block font-medium">{filament.name}</span>
          <span className="block text-sm text-muted">{formatGrams(grams)}</span>
        </span>
      </span>
      <span className="flex min-w-0 flex-1 flex-wrap gap-1.5">
        {choices.slice(0, MOST_SPOOLS).map((choice) => (
          <Button
            key={choice.spool.id}
            onClick={() =>
              changePlan(`spool of filament ${filament.letter}`, (plan) =>
                withFilament(plan, fromSpool(filament, choice.spool)),
              )
            }
            className={filament.spoolId === choice.spool.id ? 'border-accent bg-accent-soft' : ''}
          >
            <Chip colour={choice.spool.colour} />
            <span className="text-left leading-tight">
              <span className="sr-only">Print {filament.letter} from</span> {choice.spool.name}
              <span
                className={`block text-xs font-normal ${choice.enough === 'no' ? 'text-danger' : 'text-muted'}`}
              >
                {leftWords(choice)}
              </span>
            </span>
          </Button>
        ))}
      </span>
    </li>
  );
}

function leftWords({ free, enough }: SpoolChoice): string {
  if (free === null) return 'not weighed';
  return `${formatGrams(free)}${enough === 'no' ? ', too little' : ''}`;
}

function Chip({ colour }: { colour: string }) {
  return (
    <span
      aria-hidden
      className="size-5 shrink-0 rounded border border-edge"
      style={{ backgroundColor: colour }}
    />
  );
}

function Set({ set: { spools, remains } }: { set: SpoolSet }) {
  const names = [...spools].map(([letter, { name }]) => `${letter} ${name}`).join(', ');
  return (
    <li className="flex flex-wrap items-center gap-3 rounded-md border border-line bg-paper p-2">
      <span className="flex" aria-hidden>
        {[...spools.values()].map(({ id, colour }) => (
          <span
            key={id}
            className="h-9 w-7 border border-edge first:rounded-l last:rounded-r"
            style={{ backgroundColor: colour }}
          />
        ))}
      </span>
      <span className="min-w-0 flex-1 text-sm">
        <span className="block font-medium">{names}</span>
        <span className="text-muted">{formatGrams(remains)} remain on these spools</span>
      </span>
      <Button
        onClick={() =>
          changePlan('spools of a set', (plan) =>
            plan.palette.reduce((edited, filament) => {
              const spool = spools.get(filament.letter);
              return spool ? withFilament(edited, fromSpool(filament, spool)) : edited;
            }, plan),
          )
        }
      >
        Use these spools <span className="sr-only">{names}</span>
      </Button>
    </li>
  );
}
