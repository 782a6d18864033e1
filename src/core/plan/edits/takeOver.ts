import { layerNumber } from '../../layers';
import type { Block } from '../../blocks/blocks';
import { hasSettings } from '../../recipe/settings';
import type { JobPlan } from '../jobPlan';
import { mainPart, withPart } from './partEdits';
import type { PlannedSwap } from '../plannedSwap';

/** Swaps that Lamella wrote into a file before, put on a plan: the blocks' own words say which. */
export function withSwapsOf(plan: JobPlan, blocks: readonly Block[]): JobPlan {
  const letters = new Set(plan.palette.map(({ letter }) => letter));
  const [{ firstLetter }] = plan.parts;
  const others = plan.palette.filter(({ letter }) => letter !== firstLetter);
  const swaps = blocks
    .filter(({ kind, layer }) => kind === 'swap' && layer > 1)
    .map(({ layer, filament, settings }, i): PlannedSwap => {
      const named = filament.slice(0, 1);
      const isLetter = letters.has(named) && (filament.length === 1 || filament[1] === ' ');
      const letter = isLetter ? named : (others[i % others.length]?.letter ?? firstLetter);
      return { layer: layerNumber(layer), letter, ...(hasSettings(settings) && { settings }) };
    });
  return swaps.length === 0 ? plan : withPart(plan, mainPart(plan), (part) => ({ ...part, swaps }));
}
