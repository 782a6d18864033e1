import { create } from 'zustand';
import { persist } from 'zustand/middleware';
import type { CostSettings } from '@/core/filament/cost';

/** What power costs and in which currency: the same for all jobs of this browser. */
export const useCostSettings = create<CostSettings>()(
  persist((): CostSettings => ({ currency: '€', watts: null, pricePerKwh: null }), {
    name: 'lamella-cost',
  }),
);
