'use client';

import { ChevronDown } from 'lucide-react';
import { useRouter } from 'next/navigation';
import { DropdownMenu } from 'radix-ui';
import { Button } from '@/components/Button';
import { MENU, MENU_ITEM } from '@/components/menuLook';
import { ASK_LEFTOVERS } from '@/base/job/askLeftovers';
import { overlays } from '@/browser/overlays';
import { jobs, useJobs } from '@/store/jobs/jobs';

/** Asks for a job what can be made of it with the spools that are there. */
export function LeftoversMenu() {
  const router = useRouter();
  const records = useJobs((state) => state.records) ?? [];
  const onBench = records.filter(({ deleted }) => deleted === null);
  return (
    <DropdownMenu.Root modal={false} onOpenChange={(open) => open && loadJobs()}>
      <DropdownMenu.Trigger asChild>
        <Button>
          Use up leftovers… <ChevronDown aria-hidden size={16} />
        </Button>
      </DropdownMenu.Trigger>
      <DropdownMenu.Portal container={overlays()}>
        <DropdownMenu.Content align="end" sideOffset={4} className={MENU}>
          {onBench.length === 0 && (
            <DropdownMenu.Item disabled className={MENU_ITEM}>
              No job on the Bench yet
            </DropdownMenu.Item>
          )}
          {onBench.map(({ id, name }) => (
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

function loadJobs(): void {
  jobs.load().catch(() => {
    // The storage says itself that it cannot be used.
  });
}
