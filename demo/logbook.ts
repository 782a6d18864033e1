import { DEMO_SHELF } from '../src/core/filament/shelf/demoShelf';
import { EMPTY_LOG, type RunLog, type RunResult } from '../src/core/log/runLog';
import type { Rating } from '../src/core/log/seams';
import { machineSeconds } from '../src/core/plan/time';
import type { RunEvent } from '../src/core/run/following/events';
import type { RunPlan } from '../src/core/run/runPlan';

/** When the made-up logbook ends, ms since 1970; it is moved to end today when it is taken over. */
const ENDS = Date.UTC(2026, 3, 1, 20);

/** A made-up run. */
export interface DemoRun {
  readonly id: string;
  readonly runPlan: RunPlan;
  readonly events: readonly RunEvent[];
  readonly log: RunLog;
}

/** What a made-up print is like: bands by spool, with minutes of printing and layers. */
interface DemoPrint {
  readonly job: string;
  readonly bands: readonly (readonly [spool: string, minutes: number, layers: number])[];
  readonly contactMm2: number;
}

const PRINTS: readonly DemoPrint[] = [
  {
    job: 'Hide plate 7',
    bands: [
      ['peat-black', 26, 10],
      ['bone-white', 15, 15],
      ['reed-green', 5, 15],
    ],
    contactMm2: 2400,
  },
  {
    job: 'Marsh relief tile',
    bands: [
      ['tide-blue', 21, 6],
      ['heron-grey', 12, 4],
      ['reed-green', 17, 6],
      ['ochre', 9, 6],
      ['brick-red', 6, 5],
    ],
    contactMm2: 3600,
  },
  {
    job: 'Ring gauge tags',
    bands: [
      ['bone-white', 38, 9],
      ['peat-black', 11, 4],
    ],
    contactMm2: 450,
  },
  {
    job: 'Owl box number 12',
    bands: [
      ['brick-red', 44, 12],
      ['bone-white', 13, 5],
    ],
    contactMm2: 1900,
  },
];

interface DemoMachine {
  readonly name: string;
  readonly stopCommand: string;
  /** Taken over planned: printing, and heating. */
  readonly slow: number;
  readonly heats: number;
}

const SLUICE: DemoMachine = { name: 'Sluice', stopCommand: 'M600', slow: 1.11, heats: 1.4 };
const BITTERN: DemoMachine = { name: 'Old bittern', stopCommand: 'M0', slow: 1.19, heats: 1.1 };

const HATCHES = ['plain', 'rising', 'falling', 'level', 'upright'] as const;
const DAY = 86_400_000;
const RUNS = 30;
/** From dark to light takes so much purge to come out clean here, mm. */
const CLEAN: Readonly<Record<string, number>> = { 'bone-white': 118, ochre: 88, 'heron-grey': 84 };
const ORDINARY_CLEAN = 55;

/** A number from -1 to 1 that looks like chance, always the same for the same place. */
function scatter(place: number): number {
  const wild = Math.sin(place * 12.9898) * 43758.5453;
  return 2 * (wild - Math.floor(wild)) - 1;
}

/** The made-up logbook of the Quillmarsh group: half a year of evenings, the oldest first. */
export function makeDemoLog(): { readonly ends: number; readonly runs: readonly DemoRun[] } {
  return { ends: ENDS, runs: Array.from({ length: RUNS }, (_, i) => makeRun(i)) };
}

function makeRun(i: number): DemoRun {
  const print = PRINTS[i % PRINTS.length];
  const machine = i % 3 === 2 ? BITTERN : SLUICE;
  const purgeMm = 60 + 20 * (i % 5);
  const runPlan = planOf(print, machine, purgeMm);
  const begun = ENDS - Math.round((RUNS - i) * 6 * DAY + (i % 4) * 1.5 * 3_600_000);
  // The second to last of every nine small prints comes off; a stop is passed over now and then.
  const cameOff = print.contactMm2 < 500 && i % 8 === 2;
  const misses = machine === BITTERN && i % 6 === 5;
  const events = eventsOf(runPlan, machine, begun, i, { cameOff, misses });
  return { id: `demo-run-${i + 1}`, runPlan, events, log: logOf(runPlan, i, { cameOff, misses }) };
}

function planOf(
  { job, bands, contactMm2 }: DemoPrint,
  machine: DemoMachine,
  purgeMm: number,
): RunPlan {
  const layers = bands.map(([, , count]) => count);
  const firstOf = (i: number): number => 1 + layers.slice(0, i).reduce((sum, one) => sum + one, 0);
  const fileName = `${job.toLowerCase().replaceAll(' ', '-')}.gcode`;
  return {
    version: 1,
    job,
    fileNames: [fileName],
    printer: {
      name: machine.name,
      feed: machine === BITTERN ? 'tube' : 'direct',
      unloadMm: machine === BITTERN ? 420 : 100,
      runoutSensor: machine === SLUICE,
      brush: machine === BITTERN,
      beeper: true,
      filamentDiameter: 1.75,
      nozzleCools: 600,
      motorsLetGo: 120,
    },
    learned: null,
    stopCommand: machine.stopCommand,
    contactMm2,
    bed: 55,
    stop: machine === BITTERN ? 'moves' : 'change',
    unloadsItself: machine === SLUICE,
    before: 190,
    after: 20,
    bands: bands.map(([spoolId, minutes, count], i) => {
      const { name, colour } = DEMO_SHELF.find(({ id }) => id === spoolId)!;
      return {
        filament: {
          letter: 'ABCDEFG'[i],
          name,
          colour,
          hatch: HATCHES[i],
          spool: name,
          spoolId,
        },
        seconds: minutes * 60,
        first: firstOf(i),
        last: firstOf(i) + count - 1,
        bottom: (firstOf(i) - 1) * 0.2,
        top: (firstOf(i) + count - 1) * 0.2,
        grams: Number((minutes * 0.21).toFixed(1)),
        nozzle: null,
      };
    }),
    swaps: bands.slice(1).map((_, i) => ({
      layer: firstOf(i + 1),
      inside: false,
      machine: machineSeconds(purgeMm),
      hands: 150,
      purgeMm,
    })),
    layerStarts: null,
    loadFirst: false,
    stand: null,
  };
}

interface Mishaps {
  readonly cameOff: boolean;
  readonly misses: boolean;
}

function eventsOf(
  { before, after, bands, swaps }: RunPlan,
  { slow, heats }: DemoMachine,
  begun: number,
  run: number,
  { cameOff, misses }: Mishaps,
): RunEvent[] {
  const events: RunEvent[] = [];
  let now = begun;
  const tell = (seconds: number, told: object): void => {
    now += Math.round(seconds * 1000);
    events.push({ ...told, id: `demo-${run + 1}-${events.length + 1}`, at: now } as RunEvent);
  };
  const off = (place: number): number => scatter(run * 31 + place);
  tell(0, { kind: 'started' });
  const tonight = slow * (1 + 0.025 * off(0));
  for (const [i, { seconds }] of bands.entries()) {
    const heating = i === 0 ? before * heats * (1 + 0.15 * off(1)) : 0;
    const prints = heating + (seconds + (i === bands.length - 1 ? after : 0)) * tonight;
    if (cameOff && i === bands.length - 1) {
      tell(prints / 2, { kind: 'failed', what: 'A corner came off, and then the whole part.' });
      return events;
    }
    if (i === bands.length - 1) tell(prints, { kind: 'finished' });
    else if (misses && i === 0) {
      tell(prints + 90, { kind: 'missed' });
      tell(60, { kind: 'stopped', how: 'late' });
      tell(200, { kind: 'resumed' });
    } else {
      tell(prints, { kind: 'stopped', how: 'planned' });
      // The first swap of an evening is slower, and hands get better over the months.
      const hands = (i === 0 ? 235 : 165) - run * 1.5 + 30 * off(i + 2);
      tell(swaps[i].machine + hands, { kind: 'resumed' });
    }
  }
  return events;
}

function logOf({ bands, swaps }: RunPlan, run: number, { cameOff, misses }: Mishaps): RunLog {
  const seams = swaps.map(({ purgeMm }, i): Rating | null => {
    if (scatter(run * 17 + i) > 0.8) return null;
    if (misses && i === 0) return 'gap';
    if (scatter(run * 19 + i) > 0.93) return 'blob';
    const needed = CLEAN[bands[i + 1].filament.spoolId ?? ''] ?? ORDINARY_CLEAN;
    return purgeMm >= needed * (1 + 0.08 * scatter(run * 23 + i)) ? 'clean' : 'tinted';
  });
  const isTinted = seams.includes('tinted');
  const result: RunResult = cameOff ? 'lost' : isTinted || misses ? 'usable' : 'good';
  const weighed =
    run % 7 === 0 && !cameOff
      ? bands.map(({ filament, grams }) => ({
          letter: filament.letter,
          grams: Number((grams * 1.04 * (1 + 0.03 * scatter(run * 29))).toFixed(1)),
        }))
      : [];
  return {
    ...EMPTY_LOG,
    result,
    seams: cameOff ? [] : seams,
    cameOff,
    change: cameOff
      ? 'A brim, and the bed at 60 °C.'
      : misses
        ? 'Try M600 on this printer, or stand by at the first swap.'
        : isTinted && run % 2 === 0
          ? 'Push more through before the light colours.'
          : '',
    weighed,
  };
}
