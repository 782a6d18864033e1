'use client';

import { FolderInput } from 'lucide-react';
import { DropdownMenu } from 'radix-ui';
import { useState } from 'react';
import { MENU, MENU_ITEM } from '@/components/menuLook';
import { jobs } from '@/store/jobs';
import type { Job } from '@/store/records';

/** Longest name of a folder. */
const LONGEST = 60;

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
    jobs.edit(job.id, ({ folder: _, ...now }) => (folder ? { ...now, folder } : now));
  };
  return (
    <DropdownMenu.Root open={isOpen} onOpenChange={setOpen}>
      <DropdownMenu.Trigger
        aria-label={`Folder of ${job.name}`}
        className="rounded p-1.5 text-muted hover:bg-sunk hover:text-ink"
      >
        <FolderInput aria-hidden size={16} />
      </DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content align="end" className={MENU}>
          {folders.map((folder) => (
            <DropdownMenu.Item
              key={folder}
              disabled={folder === job.folder}
              onSelect={() => put(folder)}
              className={MENU_ITEM}
            >
              {folder}
            </DropdownMenu.Item>
          ))}
          {job.folder !== undefined && (
            <DropdownMenu.Item onSelect={() => put(undefined)} className={MENU_ITEM}>
              Take it out of {job.folder}
            </DropdownMenu.Item>
          )}
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
              // The menu would take letters for the names of its items.
              onKeyDown={(event) => event.stopPropagation()}
              className="w-36 rounded border border-edge bg-paper px-2 py-1"
            />
          </form>
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}
