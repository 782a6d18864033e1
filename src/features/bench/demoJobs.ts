import { layerNumber } from '@/core/layers';
import type { PlannedPart } from '@/core/plan/parts';
import { emptyPlan, type JobPlan } from '@/core/plan/jobPlan';
import { withLetterAt, withSwap } from '@/core/plan/edits/partEdits';

/** One job of the demo. */
export interface DemoJob {
  readonly fileName: string;
  readonly name: string;
  /** Filament that its plan begins with. */
  readonly firstLetter: string;
  /** Swaps that it comes with, before a layer and to a filament. */
  readonly swaps?: readonly (readonly [layer: number, letter: string])[];
  /** Filaments of parts that it prints side by side, by their keys. */
  readonly parts?: readonly (readonly [key: string, letter: string])[];
}

/** The demo's jobs, in the order in which they stand on the Bench. */
export const DEMO_JOBS: readonly DemoJob[] = [
  {
    fileName: 'hide-plate-7.gcode',
    name: 'Hide plate 7',
    firstLetter: 'A',
    // Base, border, number.
    swaps: [
      [11, 'B'],
      [26, 'E'],
    ],
  },
  {
    fileName: 'marsh-relief-tile.gcode',
    name: 'Marsh relief tile',
    firstLetter: 'D',
    // Water, mud, reed, meadow, dyke.
    swaps: [
      [7, 'G'],
      [11, 'C'],
      [17, 'E'],
      [23, 'F'],
    ],
  },
  {
    fileName: 'ring-gauge-tags.gcode',
    name: 'Ring gauge tags',
    firstLetter: 'B',
    swaps: [[8, 'A']],
  },
  {
    fileName: 'tide-dial.gcode',
    name: 'Tide dial',
    firstLetter: 'D',
    parts: [
      ['T0', 'D'],
      ['T1', 'B'],
      ['T2', 'E'],
    ],
  },
  { fileName: 'window-sign.gcode', name: 'Window sign', firstLetter: 'D' },
  {
    fileName: 'wader-coaster-base.gcode',
    name: 'Wader coaster: base',
    firstLetter: 'E',
    swaps: [[7, 'A']],
  },
  { fileName: 'wader-coaster-bird.gcode', name: 'Wader coaster: bird', firstLetter: 'A' },
  { fileName: 'wader-coaster-rim.gcode', name: 'Wader coaster: rim', firstLetter: 'F' },
];

/** The plan that a demo job comes with. */
export function demoPlan(
  { firstLetter, swaps = [], parts = [] }: DemoJob,
  fingerprint: string,
): JobPlan {
  const layers = Math.max(...swaps.map(([layer]) => layer), 1);
  const empty = emptyPlan(fingerprint, firstLetter);
  const [first = empty.parts[0], ...others] = parts.map(([key, letter]): PlannedPart => {
    return { key, firstLetter: letter, swaps: [] };
  });
  const order = parts.length > 0 ? 'fewest-swaps' : 'as-sliced';
  const begun: JobPlan = { ...empty, parts: [first, ...others], order };
  return swaps.reduce(
    (plan, [layer, letter]) =>
      withLetterAt(withSwap(plan, layerNumber(layer)), layer, letter, layers),
    begun,
  );
}
