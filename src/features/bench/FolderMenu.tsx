'use client';

import { FIELD } from '@/components/controls/fieldLook';
import { goOn } from '@/browser/goOn';
import { FolderInput } from 'lucide-react';
import { Popover } from 'radix-ui';
import { useState } from 'react';
import { Button } from '@/components/Button';
import { MENU } from '@/components/menuLook';
import { overlays } from '@/browser/overlays';
import { jobs } from '@/store/jobs/jobs';
import type { Job } from '@/store/records/records';

/** Longest name of a folder. */
const LONGEST = 60;

const ENTRY =
  'w-full rounded px-2.5 py-1.5 text-left text-sm hover:bg-accent-soft disabled:text-muted disabled:hover:bg-transparent';

interface FolderMenuProps {
  readonly job: Job;
  readonly folders: readonly string[];
}

/** Puts a job in a folder of the Bench, or takes it out. */
export function FolderMenu({ job, folders }: FolderMenuProps) {
  const [name, setName] = useState('');
  const [isOpen, setOpen] = useState(false);
  const put = (folder: string | undefined): void => {
    setOpen(false);
    setName('');
    goOn(jobs.edit(job.id, ({ folder: _, ...now }) => (folder ? { ...now, folder } : now)));
  };
  return (
    <Popover.Root open={isOpen} onOpenChange={setOpen}>
      <Popover.Trigger
        aria-label={`Folder of ${job.name}`}
        className="rounded p-1.5 text-muted hover:bg-sunk hover:text-ink"
      >
        <FolderInput aria-hidden size={16} />
      </Popover.Trigger>
      <Popover.Portal container={overlays()}>
        <Popover.Content align="end" aria-label={`Folder of ${job.name}`} className={MENU}>
          <ul aria-label="Folders">
            {folders.map((folder) => (
              <li key={folder}>
                <button
                  type="button"
                  disabled={folder === job.folder}
                  onClick={() => put(folder)}
                  className={ENTRY}
                >
                  {folder}
                </button>
              </li>
            ))}
            {job.folder !== undefined && (
              <li>
                <button type="button" onClick={() => put(undefined)} className={ENTRY}>
                  Remove from {job.folder}
                </button>
              </li>
            )}
          </ul>
          <form
            className="flex gap-1 p-1"
            onSubmit={(event) => {
              event.preventDefault();
              if (name.trim() !== '') put(name.trim().slice(0, LONGEST));
            }}
          >
            <input
              aria-label="New folder"
              placeholder="New folder"
              value={name}
              maxLength={LONGEST}
              onChange={({ currentTarget }) => setName(currentTarget.value)}
              className={`${FIELD} min-h-8 w-36`}
            />
            <Button type="submit" disabled={name.trim() === ''}>
              Create folder
            </Button>
          </form>
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}
