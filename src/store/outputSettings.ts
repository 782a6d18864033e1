import { create } from 'zustand';
import { persist } from 'zustand/middleware';

interface OutputSettings {
  /** Writing a file reserves its filament on the shelf. */
  readonly reserves: boolean;
}

/** How files are written: the same for all jobs of this browser. */
export const useOutputSettings = create<OutputSettings>()(
  persist((): OutputSettings => ({ reserves: false }), { name: 'lamella-output' }),
);
