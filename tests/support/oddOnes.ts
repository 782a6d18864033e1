import { EMPTY_LOG } from '../../src/core/log/runLog';
import { packedCells } from '../../src/core/geometry/packedCells';
import { ordinarySpool } from '../../src/core/filament/shelf/spool';
import { parseSpool } from '../../src/core/filament/shelf/spoolFile';
import type { Result } from '../../src/core/findings';
import { ORDINARY_PROFILE } from '../../src/core/printer/printer';
import { parseJob, parsePlans, parseStoredPrinter } from '../../src/store/records/recordShapes';
import { parseRun } from '../../src/store/records/runShape';
import { oddRecords, type OddRecord } from './oddRecords';
import { runPlan } from './runPlans';
import { storedJob, wholeJob } from './storedJobs';

const START = Date.UTC(2026, 3, 2, 14);
const picture = { columns: 2, rows: 2, packed: packedCells(new Uint16Array([1, 2, 3, 0])) };
const section = (part: string, layer: number) => ({ part, layer });

/** A whole record of each kind, with everything in it that may be there. */
const WHOLE = {
  jobs: storedJob('one', {
    folder: 'Hide',
    isDemo: false,
    addedAt: START,
    picture: { ...picture, sections: [section('T0', 1), section('T1', 2), section('T1', 3)] },
    bounds: { minX: 0, minY: 0, maxX: 9, maxY: 9 },
    content: {
      kind: 'files',
      files: [
        { name: 'left', start: 0, end: 1 },
        { name: 'right', start: 1, end: 3 },
      ],
    },
    deleted: null,
  }),
  plans: wholeJob('one').plans,
  printers: { id: 'one', addedAt: START, printer: { ...ORDINARY_PROFILE, name: 'Attic' } },
  spools: ordinarySpool({
    id: 'one',
    name: 'Fog',
    openedOn: '2026-01-01',
    reserved: [{ jobId: 'plate', jobName: 'Hide plate 7', grams: 3 }],
  }),
  runs: {
    id: 'one',
    jobId: 'plate',
    writtenAt: START,
    runPlan: runPlan([600, 300, 200]),
    plan: null,
    outputs: [{ name: 'a.gcode', bytes: 3, sha256: 'ab' }],
    isProven: true,
    picture: { columns: 1, rows: 2, top: new Uint16Array([1, 2]), letters: ['A', 'B'] },
    startAt: START,
    isRehearsal: false,
    events: [
      { kind: 'started', id: 'a', at: START },
      { kind: 'stopped', how: 'planned', id: 'b', at: START + 600e3 },
      { kind: 'resumed', id: 'c', at: START + 900e3 },
      { kind: 'clock', how: 'set', by: 3600e3, behind: 'a', id: 'd', at: START + 950e3 },
      { kind: 'finished', id: 'e', at: START + 2000e3 },
    ],
    log: {
      ...EMPTY_LOG,
      seams: ['clean', null],
      weighed: [{ letter: 'A', grams: 3 }],
      photos: ['p'],
      taken: [{ spoolId: 'fog', grams: 2 }],
    },
  },
};
export type OddStore = keyof typeof WHOLE;

const PARSE: Readonly<Record<OddStore, (stored: unknown) => Result<unknown>>> = {
  jobs: parseJob,
  plans: parsePlans,
  printers: parseStoredPrinter,
  spools: parseSpool,
  runs: parseRun,
};

const made = new Map<OddStore, readonly OddRecord[]>();

/** Odd records of a store that its schema lets in, each under an id of its own. */
export function oddOnes(store: OddStore): readonly OddRecord[] {
  const known = made.get(store) ?? makeOddOnes(store);
  made.set(store, known);
  return known;
}

/** Looks through all of them, which takes seconds. */
function makeOddOnes(store: OddStore): readonly OddRecord[] {
  return oddRecords(WHOLE[store])
    .filter(({ path }) => path !== 'id')
    .map((one, i) => ({ ...one, record: { ...(one.record as object), id: idOf(store, i) } }))
    .filter(({ record }) => PARSE[store](record).ok);
}

const idOf = (store: OddStore, i: number): string => `odd-${store}-${i}`;
