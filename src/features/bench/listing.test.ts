import { describe, expect, it } from 'vitest';
import { emptyPlan } from '@/core/plan/jobPlan';
import { withSwap } from '@/core/plan/edits/partEdits';
import { layerNumber } from '@/core/layers';
import { NO_TURN, type ModelSetup } from '@/core/model/setup';
import type { Job } from '@/store/records/records';
import { storedJob } from '../../../tests/support/storedJobs';
import type { JobPrints } from '@/store/jobs/jobPrints';
import { stateOf } from './jobState';
import { ALL_JOBS, foldersOf, listed } from './listing';

const job = (id: string, part: Partial<Job> = {}): Job => ({ ...storedJob(id), ...part });
const MODEL: ModelSetup = {
  unit: 'mm',
  isUnitSure: true,
  turn: NO_TURN,
  scaleXY: 1,
  scaleZ: 1,
  firstLayer: 0.2,
  layerHeight: 0.2,
};

describe('how far a job has come', () => {
  const plan = withSwap(emptyPlan('f'), layerNumber(3));
  const run = { id: 'r', jobId: 'a', isRehearsal: false };
  const entry = (phase: JobPrints['entries'][number]['phase']) => ({
    id: 'r',
    jobId: 'a',
    phase,
    at: 1,
  });
  const none = { runs: [], entries: [] };
  it.each([
    ['new', emptyPlan('f'), none],
    ['planned', plan, none],
    ['written', plan, { runs: [run], entries: [] }],
    ['planned', plan, { runs: [{ ...run, isRehearsal: true }], entries: [] }],
    ['planned', plan, { runs: [{ ...run, jobId: 'b' }], entries: [] }],
    ['printing', plan, { runs: [run], entries: [entry('at-swap')] }],
    ['printed', plan, { runs: [run], entries: [entry('finished')] }],
    // A second print of the same job.
    ['printing', plan, { runs: [run], entries: [entry('finished'), entry('printing')] }],
    ['written', plan, { runs: [run], entries: [entry('failed')] }],
  ] as const)('%s', (state, made, prints) => {
    expect(stateOf(job('a'), made, prints)).toBe(state);
  });

  it('is a model until it is sliced', () => {
    expect(stateOf(job('a', { content: { kind: 'model', setup: MODEL } }), plan, none)).toBe(
      'model',
    );
  });
});

describe('a Bench with many jobs', () => {
  const jobs = [
    job('1', { name: 'Plate 10', fileName: 'p10.gcode', addedAt: 1, seconds: 30, folder: 'Signs' }),
    job('2', { name: 'Plate 9', fileName: 'marsh.gcode', addedAt: 3, seconds: 10 }),
    job('3', { name: 'Tide dial', fileName: 't.gcode', addedAt: 2, seconds: 20, folder: 'Marsh' }),
  ];
  const ids = (part: Partial<typeof ALL_JOBS>) =>
    listed(jobs, { ...ALL_JOBS, ...part }, ({ id }) => (id === '2' ? 'printed' : 'new')).map(
      ({ id }) => id,
    );

  it('is sorted, searched by every word, and put in folders', () => {
    expect(ids({})).toEqual(['2', '3', '1']);
    expect(ids({ order: 'oldest' })).toEqual(['1', '3', '2']);
    expect(ids({ order: 'name' })).toEqual(['2', '1', '3']);
    expect(ids({ order: 'longest' })).toEqual(['1', '3', '2']);
    // Of a name, a file, or a folder.
    expect(ids({ search: ' MARSH ' })).toEqual(['2', '3']);
    expect(ids({ search: 'plate marsh' })).toEqual(['2']);
    expect(ids({ folder: 'Signs' })).toEqual(['1']);
    expect(ids({ folder: '' })).toEqual(['2']);
    expect(ids({ state: 'printed' })).toEqual(['2']);
    expect(foldersOf(jobs)).toEqual(['Marsh', 'Signs']);
  });
});
