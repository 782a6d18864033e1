import { toast } from '@/store/toast';
import { plural } from '@/core/format';
import { download } from '@/browser/download';
import type { FoundJob } from '@/store/jobs/jobs';

/** Says what became of plans that could not be read, or that only the journal had. */
export function tellOfPlans({ job, plans, unreadable, isRestored }: FoundJob): void {
  const { aside } = plans;
  if (isRestored) toast('Your last changes had not been saved. They were restored.');
  if (aside.length === 0) return;
  const beginning = unreadable === null ? '' : ` ${unreadable} A new plan was started.`;
  toast.warning(
    `${plural(aside.length, 'plan')} of ${job.name} cannot be read.${beginning} The stored data is kept.`,
    {
      duration: Infinity,
      closeButton: true,
      action: {
        label: 'Save as file',
        onClick: () => {
          const json = `${JSON.stringify(aside, null, 2)}\n`;
          download(new Blob([json], { type: 'application/json' }), 'unreadable-plans.json');
        },
      },
    },
  );
}
