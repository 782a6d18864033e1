'use client';

import { FIELD } from '@/components/controls/fieldLook';
import { Progress } from '@/components/controls/Progress';
import { Checkbox } from '@/components/controls/Checkbox';
import { useRouter } from 'next/navigation';
import { Dialog } from 'radix-ui';
import { useState } from 'react';
import { Button } from '@/components/Button';
import { DialogFrame } from '@/components/DialogFrame';
import { commonWords } from '@/core/delivery/deliveryNames';
import type { Result } from '@/core/findings';
import type { NamedFile } from '@/base/files/namedFiles';
import type { Job } from '@/store/records/records';
import { SortableList } from '@/components/SortableList';
import { joinJobs } from './joinJobs';
import type { Joinable } from './joinable';

interface JoinDialogProps {
  /** What may be printed together; null when it is not asked for. */
  readonly choices: readonly Joinable[] | null;
  /** Whether all of them are chosen to begin with. */
  readonly allChosen: boolean;
  readonly onClose: () => void;
  /** Opens them as jobs of their own instead; null where they are jobs already. */
  readonly onApart: (() => void) | null;
}

/** Makes one job of several: which, in which order, and under which name. */
export function JoinDialog({ choices, allChosen, onClose, onApart }: JoinDialogProps) {
  return (
    <Dialog.Root open={choices !== null} onOpenChange={(next) => !next && onClose()}>
      <DialogFrame
        title="Print together"
        description="Several sliced files become one print: side by side, on top of each other, or one in the other’s pocket. Each keeps its position on the bed."
      >
        {choices && (
          <JoinForm choices={choices} allChosen={allChosen} onClose={onClose} onApart={onApart} />
        )}
      </DialogFrame>
    </Dialog.Root>
  );
}

function JoinForm({
  choices,
  allChosen,
  onClose,
  onApart,
}: JoinDialogProps & { readonly choices: readonly Joinable[] }) {
  const router = useRouter();
  const [chosen, setChosen] = useState<readonly string[]>(
    allChosen ? choices.map(({ key }) => key) : [],
  );
  const [name, setName] = useState('');
  const [progress, setProgress] = useState<number | null>(null);
  const [trouble, setTrouble] = useState<string | null>(null);
  const inOrder = chosen.map((key) => choices.find((one) => one.key === key)!);
  const suggested = commonName(inOrder.map((one) => one.name));
  const made = async (): Promise<Result<Job>> => {
    const files: NamedFile[] = [];
    for (const one of inOrder) {
      const read = await one.files();
      if (!read.ok) return read;
      files.push(...read.value);
    }
    return joinJobs(name.trim() || suggested, files, ({ bytes, totalBytes }) =>
      setProgress(bytes / Math.max(1, totalBytes)),
    );
  };
  const join = async (): Promise<void> => {
    setTrouble(null);
    setProgress(0);
    try {
      const job = await made();
      if (!job.ok) return setTrouble(job.refusal.message);
      onClose();
      router.push(`/jobs/${job.value.id}`);
    } catch (error) {
      setTrouble(`The files could not be combined. ${String(error)}`);
    } finally {
      setProgress(null);
    }
  };
  return (
    <div className="grid gap-4">
      <Choices choices={choices} chosen={chosen} onChosen={setChosen} />
      {inOrder.length > 1 && <Order inOrder={inOrder} onOrder={(keys) => setChosen(keys)} />}
      <label className="flex items-center gap-2">
        Name of the job
        <input
          value={name}
          maxLength={120}
          placeholder={suggested}
          onChange={(event) => setName(event.target.value)}
          className={`${FIELD} min-w-0 flex-1`}
        />
      </label>
      {trouble !== null && (
        <p role="alert" className="rounded-md bg-danger-soft px-3 py-2">
          {trouble}
        </p>
      )}
      {progress !== null && <Progress label="Reading the files" value={progress} />}
      <div className="flex flex-wrap gap-2">
        <Button kind="primary" disabled={inOrder.length < 2 || progress !== null} onClick={join}>
          Create one job
        </Button>
        {onApart && <Button onClick={onApart}>Open as separate jobs</Button>}
      </div>
    </div>
  );
}

/** A name for what is printed together, from what its parts are called. */
function commonName(names: readonly string[]): string {
  const common = commonWords(names);
  return common.length > 2 ? common : 'Printed together';
}

interface ChoicesProps {
  readonly choices: readonly Joinable[];
  readonly chosen: readonly string[];
  readonly onChosen: (edit: (now: readonly string[]) => readonly string[]) => void;
}

/** What can be printed together. */
function Choices({ choices, chosen, onChosen }: ChoicesProps) {
  return (
    <fieldset>
      <legend className="pb-1 font-semibold">Files printed together</legend>
      <ul className="grid gap-1">
        {choices.map(({ key, name: label }) => (
          <li key={key}>
            <Checkbox
              checked={chosen.includes(key)}
              onChange={(checked) =>
                onChosen((now) => (checked ? [...now, key] : now.filter((one) => one !== key)))
              }
            >
              {label}
            </Checkbox>
          </li>
        ))}
      </ul>
    </fieldset>
  );
}

interface OrderProps {
  readonly inOrder: readonly Joinable[];
  readonly onOrder: (keys: readonly string[]) => void;
}

function Order({ inOrder, onOrder }: OrderProps) {
  return (
    <section aria-labelledby="join-order">
      <h3 id="join-order" className="pb-1 font-semibold">
        In this order, unless you change it
      </h3>
      <SortableList
        label="Order of the files"
        entries={inOrder.map(({ key, name }) => ({ key, name }))}
        onOrder={onOrder}
      >
        {(key, i) => (
          <>
            <span className="w-5 font-semibold">{i + 1}</span>
            <span className="min-w-0 flex-1 truncate">
              {inOrder.find((one) => one.key === key)?.name}
            </span>
          </>
        )}
      </SortableList>
      <p className="pt-1 text-sm text-muted">Lower parts come first.</p>
    </section>
  );
}
