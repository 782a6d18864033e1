'use client';

import { Disclosure } from '@/components/controls/Disclosure';
import { useState, type ReactNode } from 'react';
import { Button } from '@/components/Button';
import { Checkbox } from '@/components/controls/Checkbox';
import { formatBytes, plural } from '@/core/format';
import { dropReadings } from '@/store/jobs/readings';
import { askToKeep } from '@/store/jobs/room';
import { dropFiles, dropPhotos } from '@/store/jobs/roomUse';
import { toast } from '@/store/toast';
import type { Kept } from './kept';

/** Where the room goes, what of it may be cleared, and whether the browser may clear it by itself. */
export function RoomPart({ kept, onChange }: { kept: Kept; onChange: () => void }) {
  const { use, room } = kept;
  const all = use.files.reduce((sum, one) => sum + one.bytes, 0);
  return (
    <section
      aria-labelledby="room-title"
      className="rounded-lg border border-line bg-panel px-5 py-4"
    >
      <h2 id="room-title" className="text-lg font-semibold">
        Space in this browser
      </h2>
      <p className="text-muted">{roomWords(room)}</p>
      {room !== null && !room.isKept && (
        <p className="mt-2 flex flex-wrap items-center gap-x-3 gap-y-1">
          <span>When the disk is full, the browser may delete all of it.</span>
          <Button onClick={() => askToKeep().finally(onChange)}>Protect storage</Button>
        </p>
      )}
      {room?.isKept && <p className="mt-2">The browser keeps it until you delete it.</p>}
      <div className="mt-3 grid gap-2">
        <Use term="Sliced files" bytes={all}>
          {use.files.length > 0 && <FilesToDrop files={use.files} onChange={onChange} />}
        </Use>
        <Use term="Photos of prints" bytes={use.photos}>
          {use.loosePhotos.ids.length > 0 && (
            <Button
              onClick={async () => {
                await dropPhotos(use.loosePhotos.ids);
                onChange();
              }}
            >
              Delete {plural(use.loosePhotos.ids.length, 'photo')} of prints that are gone,{' '}
              {formatBytes(use.loosePhotos.bytes)}
            </Button>
          )}
        </Use>
        <Use term="Cached readings" bytes={use.readings}>
          {use.readings > 0 && (
            <Button
              onClick={async () => {
                await dropReadings(Infinity);
                onChange();
              }}
            >
              Clear cache
            </Button>
          )}
        </Use>
      </div>
    </section>
  );
}

function roomWords(room: Kept['room']): string {
  if (room === null) return 'The browser does not report the available space.';
  return `Lamella uses ${formatBytes(room.used)} as the browser counts it; ${formatBytes(room.left)} are left.`;
}

interface UseProps {
  readonly term: string;
  readonly bytes: number;
  readonly children: ReactNode;
}

function Use({ term, bytes, children }: UseProps) {
  return (
    <div className="border-t border-line pt-2">
      <div className="flex justify-between gap-3">
        <h3 className="font-medium">{term}</h3>
        <span>{formatBytes(bytes)}</span>
      </div>
      {children && <div className="mt-1">{children}</div>}
    </div>
  );
}

interface FilesToDropProps {
  readonly files: Kept['use']['files'];
  readonly onChange: () => void;
}

/** Files that can be opened again, to be taken away. */
function FilesToDrop({ files, onChange }: FilesToDropProps) {
  const [chosen, setChosen] = useState<ReadonlySet<string>>(new Set());
  const there = files.filter(({ job }) => chosen.has(job.id));
  const bytes = there.reduce((sum, one) => sum + one.bytes, 0);
  const drop = async (): Promise<void> => {
    const back = await dropFiles(there.map(({ job }) => job.id));
    if (!back) {
      toast.error('The files could not be removed right now.');
      return;
    }
    setChosen(new Set());
    onChange();
    const undo = async (): Promise<void> => {
      await back();
      onChange();
    };
    toast(`${plural(there.length, 'file')} removed. Open a job to add its file again.`, {
      duration: 12_000,
      action: { label: 'Undo', onClick: undo },
    });
  };
  return (
    <Disclosure title="Remove files you can open again">
      <p className="mt-1 text-sm text-muted">
        The job and its plan stay. To print it again, open the same file once more.
      </p>
      <ul aria-label="Sliced files" className="max-h-72 overflow-y-auto">
        {files.map(({ job, bytes: size }) => (
          <li key={job.id} className="flex items-center justify-between gap-3">
            <Checkbox
              checked={chosen.has(job.id)}
              onChange={(isOn) => {
                const next = new Set(chosen);
                if (isOn) next.add(job.id);
                else next.delete(job.id);
                setChosen(next);
              }}
            >
              <span className="wrap-anywhere">{job.name}</span>
            </Checkbox>
            <span className="shrink-0 text-sm text-muted">{formatBytes(size)}</span>
          </li>
        ))}
      </ul>
      <Button className="mt-1" disabled={there.length === 0} onClick={drop}>
        {there.length === 0
          ? 'Select files to remove'
          : `Remove ${plural(there.length, 'file')}, ${formatBytes(bytes)}`}
      </Button>
    </Disclosure>
  );
}
