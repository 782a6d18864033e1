'use client';

import { FIELD } from '@/components/controls/fieldLook';
import { Dialog } from 'radix-ui';
import { useState } from 'react';
import { Button } from '@/components/Button';
import { DialogFrame } from '@/components/DialogFrame';
import { useSlicedJob, type OpenedFile } from '@/base/job/jobContext';
import { SLICED } from '@/browser/useFilePicker';
import { FileButton } from '@/components/FileButton';
import { jobs } from '@/store/jobs/jobs';
import type { Job, JobContent } from '@/store/records/records';
import { plainFile, type NamedFile, type OpenFiles } from '@/base/files/namedFiles';
import { SortableList } from '@/components/SortableList';
import { newId } from '@/workers/ids';

interface FilesDialogProps {
  readonly open: boolean;
  readonly onClose: () => void;
  /** A file that was dropped on the job: in place of the one of its name, or one more. */
  readonly dropped: NamedFile | null;
  readonly openFiles: OpenFiles;
  /** The names were stored, and the job is to be reopened. */
  readonly onRenamed: () => void;
}

/** The files that a job prints together: which, in which order, and how they are called. */
export function FilesDialog({ open, onClose, ...rest }: FilesDialogProps) {
  return (
    <Dialog.Root open={open} onOpenChange={(next) => !next && onClose()}>
      <DialogFrame
        title="Files of this job"
        description="Each file keeps its position on the bed and, where possible, its filaments and swaps. Lower parts come first. Nothing changes until you confirm, and you can undo it."
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
      <FileList files={files} busy={busy} onFiles={setFiles} onTake={take} />
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
        <FileButton disabled={busy} accept={SLICED} onFile={(file) => take(file, null)}>
          Add file…
        </FileButton>
      </div>
    </div>
  );
}

interface FileListProps {
  readonly files: readonly ListedFile[];
  readonly busy: boolean;
  readonly onFiles: (edit: (now: readonly ListedFile[]) => readonly ListedFile[]) => void;
  readonly onTake: (file: File, at: number) => Promise<void>;
}

/** The files in the order in which they print. */
function FileList({ files, busy, onFiles, onTake }: FileListProps) {
  return (
    <SortableList
      label="Files of the job"
      entries={files}
      onOrder={(keys) =>
        onFiles((now) => keys.flatMap((key) => now.find((one) => one.key === key) ?? []))
      }
    >
      {(key, i) => (
        <FileRow
          one={files[i]}
          at={i}
          isOnly={files.length === 1}
          busy={busy}
          onName={(name) =>
            onFiles((now) => now.map((file) => (file.key === key ? { ...file, name } : file)))
          }
          onReplace={(file) => onTake(file, i)}
          onTakeOut={() => onFiles((now) => now.filter((file) => file.key !== key))}
        />
      )}
    </SortableList>
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
  readonly isOnly: boolean;
  readonly busy: boolean;
  readonly onName: (name: string) => void;
  readonly onReplace: (file: File) => Promise<void>;
  readonly onTakeOut: () => void;
}

/** A file of the list: its name, its place, and what can be done with it. */
function FileRow({ one, at, isOnly, busy, onName, onReplace, onTakeOut }: FileRowProps) {
  return (
    <>
      <span className="w-5 font-semibold">{at + 1}</span>
      <input
        aria-label={`Name of file ${at + 1}`}
        value={one.name}
        maxLength={120}
        onChange={({ currentTarget: { value } }) => onName(value)}
        className={`${FIELD} min-w-40 flex-1`}
      />
      {one.isNew && <span className="text-sm text-muted">new</span>}
      <FileButton
        disabled={busy}
        aria-label={`Replace ${one.name}`}
        accept={SLICED}
        onFile={onReplace}
      >
        Replace…
      </FileButton>
      <Button disabled={isOnly} aria-label={`Remove ${one.name}`} onClick={onTakeOut}>
        Remove
      </Button>
    </>
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
