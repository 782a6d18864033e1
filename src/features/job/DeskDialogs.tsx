'use client';

import { KeysDialog } from './KeysDialog';
import { CommandPalette } from './CommandPalette';
import { FilamentsDialog } from '@/features/plan/dialogs/FilamentsDialog';
import { ForeignPlanDialog } from '@/features/reslice/ForeignPlanDialog';
import { LeftoversDialog } from '@/features/plan/dialogs/LeftoversDialog';
import { MovingDialog } from '@/features/reslice/MovingDialog';
import { PresenceDialog } from '@/features/plan/dialogs/PresenceDialog';
import { PurgeCostDialog } from '@/features/plan/dialogs/PurgeCostDialog';
import { ReadingSlice } from '@/features/reslice/ReadingSlice';
import { ScaleDialog } from '@/features/plan/dialogs/ScaleDialog';
import { Tour } from './Tour';
import type { DeskState } from './useDesk';

/** Whatever is open over the desk. */
export function DeskDialogs({ desk }: { desk: DeskState }) {
  const { dialog, closeDialog, moving } = desk;
  return (
    <>
      <KeysDialog open={dialog === 'keys'} onClose={closeDialog} />
      <CommandPalette open={dialog === 'palette'} onClose={closeDialog} context={desk.actions} />
      <FilamentsDialog open={dialog === 'filaments'} onClose={closeDialog} />
      <PurgeCostDialog open={dialog === 'purge'} onClose={closeDialog} />
      <LeftoversDialog open={dialog === 'leftovers'} onClose={closeDialog} />
      <PresenceDialog open={dialog === 'presence'} onClose={closeDialog} />
      <ScaleDialog open={dialog === 'scale'} onClose={closeDialog} />
      <Tour asked={dialog === 'tour'} onClose={closeDialog} />
      <MovingDialog moving={moving} />
      <ReadingSlice reading={moving.reading} />
      <ForeignPlanDialog />
    </>
  );
}
