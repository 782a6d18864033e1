import { layerNumber } from '../gcode/layers';
import type { Block } from './blocks';
import { hasSettings } from '../recipe/settings';
import type { JobPlan } from '../plan/jobPlan';
import type { PlannedSwap } from '../plan/plannedSwap';

/** Swaps that Lamella wrote into a file before, put on a plan: the blocks' own words say which. */
export function withSwapsOf(plan: JobPlan, blocks: readonly Block[]): JobPlan {
  const letters = new Set(plan.palette.map(({ letter }) => letter));
  const others = plan.palette.filter(({ letter }) => letter !== plan.firstLetter);
  const swaps = blocks
    .filter(({ kind, layer }) => kind === 'swap' && layer > 1)
    .map(({ layer, filament, settings }, i): PlannedSwap => {
      const named = filament.slice(0, 1);
      const isLetter = letters.has(named) && (filament.length === 1 || filament[1] === ' ');
      const letter = isLetter ? named : (others[i % others.length]?.letter ?? plan.firstLetter);
      return { layer: layerNumber(layer), letter, ...(hasSettings(settings) && { settings }) };
    });
  return swaps.length === 0 ? plan : { ...plan, swaps };
}
