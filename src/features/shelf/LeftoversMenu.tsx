'use client';

import { ChevronDown } from 'lucide-react';
import { useRouter } from 'next/navigation';
import { DropdownMenu } from 'radix-ui';
import { useState } from 'react';
import { Button } from '@/components/Button';
import { MENU, MENU_ITEM } from '@/components/menuLook';
import { ASK_LEFTOVERS } from '@/features/job/askLeftovers';
import type { Job } from '@/store/db';
import { listJobs } from '@/store/jobs';

/** Asks for a job what can be made of it with the spools that are there. */
export function LeftoversMenu() {
  const router = useRouter();
  const [jobs, setJobs] = useState<readonly Job[]>([]);
  return (
    <DropdownMenu.Root modal={false} onOpenChange={(open) => open && void listJobs().then(setJobs)}>
      <DropdownMenu.Trigger asChild>
        <Button>
          What can I make of these? <ChevronDown aria-hidden size={16} />
        </Button>
      </DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content align="end" sideOffset={4} className={MENU}>
          {jobs.length === 0 && (
            <DropdownMenu.Item disabled className={MENU_ITEM}>
              No job on the Bench yet
            </DropdownMenu.Item>
          )}
          {jobs.map(({ id, name }) => (
            <DropdownMenu.Item
              key={id}
              className={MENU_ITEM}
              onSelect={() => router.push(`/jobs/${id}${ASK_LEFTOVERS}`)}
            >
              {name}
            </DropdownMenu.Item>
          ))}
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}
