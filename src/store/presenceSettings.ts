import { create } from 'zustand';
import { persist } from 'zustand/middleware';
import { ORDINARY_PRESENCE, type Presence } from '@/core/schedule/presence';

/** When nobody comes to the printer: the same for all jobs of this browser. */
export const usePresence = create<Presence>()(
  persist((): Presence => ORDINARY_PRESENCE, { name: 'lamella-presence' }),
);
