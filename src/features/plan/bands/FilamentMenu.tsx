'use client';

import { layerRange } from '@/core/describeLayer';
import type { Band } from '@/core/plan/work/bands';
import { FilamentChoice } from '@/features/plan/pickers/FilamentChoice';
import type { OpenedJob } from '@/base/job/jobContext';
import { setFilament } from '@/store/plans/planStore';

/** A band's filament, and the palette to choose another. */
export function FilamentMenu({ view, band }: { view: OpenedJob; band: Band }) {
  const { plan, reading } = view;
  return (
    <FilamentChoice
      name={`Filament of ${layerRange(band).toLowerCase()}`}
      plan={plan}
      letter={band.filament.letter}
      onChoose={(letter) => setFilament(band.first, letter, reading.layers.length)}
      hasKeys
    />
  );
}
