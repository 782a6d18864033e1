'use client';

import dynamic from 'next/dynamic';
import { useEffect } from 'react';
import { Once } from '@/components/Once';
import { useJob } from '@/base/job/jobContext';
import { wasTourSeen } from './tourSeen';
import type { DeskState } from './useDesk';

/*
 * What can be open over the desk. Each is fetched when it is wanted first; the palette when the page has
 * time, since people type into it at once.
 */
const fetchPalette = () => import('./CommandPalette');
const CommandPalette = dynamic(() => fetchPalette().then((one) => one.CommandPalette));
const KeysDialog = dynamic(() => import('./KeysDialog').then((one) => one.KeysDialog));
const FilamentsDialog = dynamic(() =>
  import('@/features/plan/dialogs/FilamentsDialog').then((one) => one.FilamentsDialog),
);
const PurgeCostDialog = dynamic(() =>
  import('@/features/plan/dialogs/PurgeCostDialog').then((one) => one.PurgeCostDialog),
);
const LeftoversDialog = dynamic(() =>
  import('@/features/plan/dialogs/LeftoversDialog').then((one) => one.LeftoversDialog),
);
const PresenceDialog = dynamic(() =>
  import('@/base/prints/PresenceDialog').then((one) => one.PresenceDialog),
);
const ScaleDialog = dynamic(() =>
  import('@/features/plan/dialogs/ScaleDialog').then((one) => one.ScaleDialog),
);
const FilesDialog = dynamic(() =>
  import('@/features/files/FilesDialog').then((one) => one.FilesDialog),
);
const Tour = dynamic(() => import('./Tour').then((one) => one.Tour));
const MovingDialog = dynamic(() =>
  import('@/features/reslice/MovingDialog').then((one) => one.MovingDialog),
);
const ReadingSlice = dynamic(() =>
  import('@/features/reslice/ReadingSlice').then((one) => one.ReadingSlice),
);
const ForeignPlanDialog = dynamic(() =>
  import('@/features/reslice/ForeignPlanDialog').then((one) => one.ForeignPlanDialog),
);

/** Whatever is open over the desk. */
export function DeskDialogs({ desk }: { desk: DeskState }) {
  const { dialog, closeDialog, moving } = desk;
  const { job, plan, fingerprint } = useJob();
  useEffect(() => {
    const page: Partial<Pick<typeof globalThis, 'requestIdleCallback'>> = globalThis;
    const idle = page.requestIdleCallback ?? ((run: () => void) => setTimeout(run, 200));
    idle(() => {
      fetchPalette().catch(() => {
        // It is fetched again when it is wanted.
      });
    });
  }, []);
  return (
    <>
      <Once wanted={dialog === 'keys'}>
        <KeysDialog open={dialog === 'keys'} onClose={closeDialog} />
      </Once>
      <Once wanted={dialog === 'palette'}>
        <CommandPalette open={dialog === 'palette'} onClose={closeDialog} context={desk.actions} />
      </Once>
      <Once wanted={dialog === 'filaments'}>
        <FilamentsDialog open={dialog === 'filaments'} onClose={closeDialog} />
      </Once>
      <Once wanted={dialog === 'purge'}>
        <PurgeCostDialog open={dialog === 'purge'} onClose={closeDialog} />
      </Once>
      <Once wanted={dialog === 'leftovers'}>
        <LeftoversDialog open={dialog === 'leftovers'} onClose={closeDialog} />
      </Once>
      <Once wanted={dialog === 'presence'}>
        <PresenceDialog open={dialog === 'presence'} onClose={closeDialog} />
      </Once>
      <Once wanted={dialog === 'scale'}>
        <ScaleDialog open={dialog === 'scale'} onClose={closeDialog} />
      </Once>
      <Once wanted={dialog === 'files'}>
        <FilesDialog
          open={dialog === 'files'}
          onClose={closeDialog}
          dropped={desk.dropped}
          openFiles={moving.openFiles}
          onRenamed={desk.reopen}
        />
      </Once>
      <Once wanted={dialog === 'tour' || (job.isDemo && !wasTourSeen())}>
        <Tour asked={dialog === 'tour'} onClose={closeDialog} />
      </Once>
      <Once wanted={moving.question !== null}>
        <MovingDialog moving={moving} />
      </Once>
      <Once wanted={moving.reading !== null}>
        <ReadingSlice reading={moving.reading} />
      </Once>
      <Once wanted={plan.fingerprint !== fingerprint}>
        <ForeignPlanDialog />
      </Once>
    </>
  );
}
