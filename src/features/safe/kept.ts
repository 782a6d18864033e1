import type { OnlyHere } from '@/store/bundle/elsewhere';
import type { RoomUse } from '@/store/jobs/roomUse';
import type { Room } from '@/store/jobs/room';

/** How everything stands that is kept in this browser. */
export interface Kept {
  readonly here: OnlyHere;
  readonly use: RoomUse;
  /** null when the browser does not say. */
  readonly room: Room | null;
}
