import type { RunPlan } from '../../src/core/run/runPlan';

const FILAMENTS = [
  {
    letter: 'A',
    name: 'Peat black',
    colour: '#2f2a26',
    hatch: 'plain',
    spool: null,
    spoolId: null,
  },
  {
    letter: 'B',
    name: 'Reed green',
    colour: '#7a9a4b',
    hatch: 'rising',
    spool: 'Reed green 2',
    spoolId: 'reed-2',
  },
  {
    letter: 'C',
    name: 'Bone white',
    colour: '#ece4d4',
    hatch: 'falling',
    spool: null,
    spoolId: null,
  },
] as const;

/** A made-up plan: bands of so many seconds, ten layers each. */
export function runPlan(bandSeconds: readonly number[], more: Partial<RunPlan> = {}): RunPlan {
  const layers = 10;
  return {
    version: 1,
    job: 'Hide plate 7',
    fileNames: ['hide-plate-7-2.gcode'],
    printer: {
      name: 'Sluice',
      feed: 'direct',
      unloadMm: 100,
      runoutSensor: false,
      brush: false,
      beeper: true,
      filamentDiameter: 1.75,
      nozzleCools: 600,
      motorsLetGo: 120,
    },
    learned: null,
    stopCommand: 'M0',
    contactMm2: 2400,
    bed: 55,
    stop: 'pause',
    unloadsItself: false,
    before: 120,
    after: 30,
    bands: bandSeconds.map((seconds, i) => ({
      filament: FILAMENTS[i % 3],
      seconds,
      first: i * layers + 1,
      last: (i + 1) * layers,
      bottom: i * 2,
      top: (i + 1) * 2,
      grams: 3,
      nozzle: null,
    })),
    swaps: bandSeconds.slice(1).map((_, i) => ({
      layer: (i + 1) * layers + 1,
      inside: false,
      machine: 60,
      hands: 150,
      purgeMm: 80,
    })),
    layerStarts: bandSeconds.flatMap((seconds, i) => {
      const begun = bandSeconds.slice(0, i).reduce((sum, one) => sum + one, 0);
      return Array.from({ length: layers }, (_, n) => begun + (n * seconds) / layers);
    }),
    loadFirst: false,
    stand: null,
    ...more,
  };
}
