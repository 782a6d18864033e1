import type { PairPurge } from '../filament/purgeTable';
import type { Spool } from '../filament/shelf/spool';
import type { Band } from '../plan/work/bands';
import type { JobPlan } from '../plan/jobPlan';
import { machineSeconds } from '../plan/time';
import type { Printer } from '../printer/printer';
import type { RecipeKind } from '../printer/stopKinds';
import type { SlicedFile } from '../read/slicedFile';
import { holdsMotors, numbersOf, type Recipe } from '../recipe/recipe';
import type { RunPlan } from './runPlan';

const STOPS: Readonly<Record<RecipeKind, RunPlan['stop']>> = {
  'change-command': 'change',
  'pause-command': 'pause',
  'spelled-out': 'moves',
  'beep-only': 'tones',
  'host-scripts': 'host',
};

/** What a plan of a run is made of. */
export interface RunPlanInputs {
  readonly job: string;
  readonly fileNames: readonly string[];
  readonly plan: JobPlan;
  readonly reading: Pick<
    SlicedFile,
    'layers' | 'sections' | 'secondsBefore' | 'secondsAfter' | 'temperatures'
  >;
  readonly printer: Printer;
  readonly recipe: Recipe;
  readonly bands: readonly Band[];
  readonly purges: readonly Pick<PairPurge, 'mm'>[];
  readonly spools: ReadonlyMap<string, Pick<Spool, 'id' | 'name'>>;
  /** What earlier runs have taught; null while that is nothing. The bands' times are the model's. */
  readonly learned: RunPlan['learned'];
  /** What hands need at each swap, s. */
  readonly handsAt: (swap: number) => number;
}

/** Takes down all that a person at the printer needs of a plan as it was written. */
export function makeRunPlan(inputs: RunPlanInputs): RunPlan {
  const { job, fileNames, plan, reading, printer, recipe, bands, purges, spools } = inputs;
  const { learned, handsAt } = inputs;
  const { secondsBefore: before, secondsAfter: after, layers } = reading;
  return {
    version: 1,
    job,
    fileNames: [...fileNames],
    printer: {
      name: printer.name,
      feed: printer.feed.kind,
      unloadMm: numbersOf(recipe, printer).unload,
      runoutSensor: printer.runoutSensor,
      brush: printer.brush !== null && recipe.scrub,
      beeper: printer.beeper,
      nozzleCools: printer.timeouts.nozzleSeconds,
      filamentDiameter: printer.filamentDiameter,
      motorsLetGo: holdsMotors(recipe) ? null : printer.timeouts.motorSeconds,
    },
    learned,
    stopCommand: recipe.command === '' ? null : recipe.command,
    contactMm2: layers[0]?.footprintMm2 ?? null,
    bed: reading.temperatures.bed[0] ?? null,
    stop: fileNames.length > 1 ? 'files' : STOPS[recipe.kind],
    unloadsItself:
      fileNames.length === 1 && ['change-command', 'spelled-out'].includes(recipe.kind),
    before,
    after,
    bands: bands.map(({ filament, seconds, first, last, bottom, top, grams, settings }) => {
      const { letter, name, colour, hatch } = filament;
      const spool = spools.get(letter);
      const { nozzle } = settings;
      return {
        filament: {
          letter,
          name,
          colour,
          hatch,
          spool: spool?.name ?? null,
          spoolId: spool?.id ?? null,
        },
        seconds,
        first,
        last,
        bottom,
        top,
        grams,
        nozzle,
      };
    }),
    swaps: bands.slice(1).map(({ first }, i) => {
      const purgeMm = purges[i]?.mm ?? 0;
      return {
        layer: first,
        inside: bands[i].last >= first,
        machine: machineSeconds(purgeMm),
        hands: handsAt(i),
        purgeMm,
      };
    }),
    layerStarts: layerStartsOf(reading, bands),
    loadFirst: plan.loadFirst,
    stand: null,
  };
}

/** When each layer begins, in s of printing; null where bands are not whole layers that follow one another. */
function layerStartsOf(
  { sections, layers }: RunPlanInputs['reading'],
  bands: readonly Band[],
): number[] | null {
  let begun = 0;
  const starts: number[] = [];
  for (const band of bands) {
    for (const [i, place] of band.sections.entries()) {
      const { layer, seconds } = sections[place];
      const goesOn = layer === starts.length && i > 0;
      if (layer <= starts.length && !goesOn) return null;
      while (starts.length < layer) starts.push(Math.round(begun * 10) / 10);
      begun += seconds;
    }
  }
  return starts.length === layers.length ? starts : null;
}
