'use client';

import { Dialog } from 'radix-ui';
import { useState } from 'react';
import { Button } from '@/components/Button';
import { DialogFrame } from '@/components/DialogFrame';
import { useSlicedJob, type OpenedFile } from '@/base/job/jobContext';
import { pickFile, SLICED } from '@/browser/pickFile';
import { jobs } from '@/store/jobs/jobs';
import type { Job, JobContent } from '@/store/records/records';
import { plainFile, type NamedFile, type OpenFiles } from '@/base/files/namedFiles';
import { OrderButtons, withMoved } from '@/components/OrderButtons';
import { newId } from '@/workers/ids';

interface FilesDialogProps {
  readonly open: boolean;
  readonly onClose: () => void;
  /** A file that was dropped on the job: in place of the one of its name, or one more. */
  readonly dropped: NamedFile | null;
  readonly openFiles: OpenFiles;
  /** The names were stored, and the job is to be opened anew. */
  readonly onRenamed: () => void;
}

/** The files that a job prints together: which, in which order, and how they are called. */
export function FilesDialog({ open, onClose, ...rest }: FilesDialogProps) {
  return (
    <Dialog.Root open={open} onOpenChange={(next) => !next && onClose()}>
      <DialogFrame
        title="Files that this job prints"
        description="Each keeps its place on the bed, and its filaments and swaps as far as it stays. What others lie on comes first. Nothing changes until you say so, and it can be undone."
      >
        <FilesForm onClose={onClose} {...rest} />
      </DialogFrame>
    </Dialog.Root>
  );
}

type SeveralFiles = Extract<JobContent, { kind: 'files' }>;

/** A file of the list: `from` is the one of the job that it is or stands for, null for a new one. */
interface ListedFile extends NamedFile {
  readonly key: string;
  readonly from: number | null;
  /** Its bytes are others than those of the job's file. */
  readonly isNew: boolean;
}

function FilesForm({ onClose, dropped, openFiles, onRenamed }: Omit<FilesDialogProps, 'open'>) {
  const opened = useSlicedJob();
  const [before] = useState(() => filesOf(opened));
  const [files, setFiles] = useState<readonly ListedFile[]>(() =>
    dropped ? withFile(before, dropped, placeOf(dropped, before)) : before,
  );
  const [busy, setBusy] = useState(false);
  const [trouble, setTrouble] = useState<string | null>(null);
  const isSame = areSame(files, before);
  const isRenamed = files.some(({ name }, i) => name !== before[i]?.name);

  /** Reads a file that was picked or dropped; `at` is the one that it stands for, null for one more. */
  const take = async (file: File, at: number | null): Promise<void> => {
    setTrouble(null);
    setBusy(true);
    try {
      const read = await plainFile(file);
      if (!read.ok) return setTrouble(read.refusal.message);
      setFiles((now) => withFile(now, read.value, at));
    } catch (error) {
      setTrouble(`${file.name} could not be read. ${String(error)}`);
    } finally {
      setBusy(false);
    }
  };
  const move = (at: number, by: 1 | -1): void => setFiles((now) => withMoved(now, at, by));
  const apply = async (): Promise<void> => {
    setTrouble(null);
    if (isSame) {
      if (!(await rename(opened.job, files))) return;
      onClose();
      return onRenamed();
    }
    setBusy(true);
    const done = await openFiles(
      files.map(({ name, gcode: bytes }) => ({ name: name.trim(), gcode: bytes })),
      files.map(({ from }) => from),
    );
    setBusy(false);
    if (done.ok) onClose();
    else setTrouble(done.refusal.message);
  };
  return (
    <div className="grid gap-4">
      <ol className="grid gap-2" aria-label="Files of the job">
        {files.map((one, i) => (
          <FileRow
            key={one.key}
            one={one}
            at={i}
            count={files.length}
            busy={busy}
            onName={(name) =>
              setFiles((now) => now.map((file) => (file === one ? { ...file, name } : file)))
            }
            onMove={move}
            onReplace={(file) => take(file, i)}
            onTakeOut={() => setFiles((now) => now.filter((file) => file !== one))}
          />
        ))}
      </ol>
      {trouble !== null && (
        <p role="alert" className="rounded-md bg-danger-soft px-3 py-2">
          {trouble}
        </p>
      )}
      <div className="flex flex-wrap gap-2">
        <Button
          kind="primary"
          disabled={busy || files.some(({ name }) => name.trim() === '') || (isSame && !isRenamed)}
          onClick={apply}
        >
          {isSame ? 'Use these names' : 'Use these files'}
        </Button>
        <Button disabled={busy} onClick={() => pickFile(SLICED, (file) => take(file, null))}>
          Add a file
        </Button>
      </div>
    </div>
  );
}

/** The files of a job as a list. */
function filesOf({ job, file, reading: { sources } }: OpenedFile): ListedFile[] {
  return sources.map(({ name, start, end }, from) => {
    const only = sources.length === 1;
    const gcode = only ? file : file.slice(start, end);
    return { key: `${from}`, name: only ? job.fileName : name, gcode, from, isNew: false };
  });
}

/** Puts a file in place of the one at `at`; null for one more. */
function withFile(
  files: readonly ListedFile[],
  file: NamedFile,
  at: number | null,
): readonly ListedFile[] {
  if (at === null) return [...files, { ...file, key: newId(), from: null, isNew: true }];
  return files.map((one, i) => (i === at ? { ...one, ...file, isNew: true } : one));
}

function withNames({ files }: SeveralFiles, names: readonly string[]): SeveralFiles {
  return { kind: 'files', files: files.map((one, i) => ({ ...one, name: names[i] })) };
}

function placeOf({ name }: NamedFile, files: readonly ListedFile[]): number | null {
  const at = files.findIndex((one) => one.name === name);
  return at < 0 ? null : at;
}

interface FileRowProps {
  readonly one: ListedFile;
  readonly at: number;
  readonly count: number;
  readonly busy: boolean;
  readonly onName: (name: string) => void;
  readonly onMove: (at: number, by: 1 | -1) => void;
  readonly onReplace: (file: File) => Promise<void>;
  readonly onTakeOut: () => void;
}

/** A file of the list: its name, its place, and what can be done with it. */
function FileRow({ one, at, count, busy, onName, onMove, onReplace, onTakeOut }: FileRowProps) {
  return (
    <li className="flex flex-wrap items-center gap-2">
      <span className="w-5 font-semibold">{at + 1}</span>
      <input
        aria-label={`Name of file ${at + 1}`}
        value={one.name}
        maxLength={120}
        onChange={({ currentTarget: { value } }) => onName(value)}
        className="min-w-40 flex-1 rounded-md border border-edge bg-paper px-2 py-1"
      />
      {one.isNew && <span className="text-sm text-muted">new</span>}
      <OrderButtons name={one.name} at={at} count={count} onMove={onMove} />
      <Button
        disabled={busy}
        aria-label={`Replace ${one.name}`}
        onClick={() => pickFile(SLICED, onReplace)}
      >
        Replace
      </Button>
      <Button disabled={count === 1} aria-label={`Take out ${one.name}`} onClick={onTakeOut}>
        Take out
      </Button>
    </li>
  );
}

/** Calls the files of a job as the list does; false when that could not be stored. */
function rename(job: Job, files: readonly ListedFile[]): Promise<boolean> {
  const names = files.map(({ name }) => name.trim());
  return jobs.edit(job.id, (now) => ({
    ...now,
    ...(now.content.kind === 'files'
      ? { content: withNames(now.content, names) }
      : { fileName: names[0] }),
  }));
}

/** Whether a list has the same files in the same places, whatever they are called. */
function areSame(files: readonly ListedFile[], before: readonly ListedFile[]): boolean {
  return (
    files.length === before.length &&
    files.every(({ from, isNew, key }, i) => from === i && !isNew && key === before[i].key)
  );
}
