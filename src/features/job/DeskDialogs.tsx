'use client';

import { KeysDialog } from './KeysDialog';
import { CommandPalette } from './CommandPalette';
import { FilamentsDialog } from './FilamentsDialog';
import { ForeignPlanDialog } from './ForeignPlanDialog';
import { LeftoversDialog } from './LeftoversDialog';
import { MovingDialog } from './MovingDialog';
import { PresenceDialog } from './PresenceDialog';
import { PurgeCostDialog } from './PurgeCostDialog';
import { ReadingSlice } from './ReadingSlice';
import { ScaleDialog } from './ScaleDialog';
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
