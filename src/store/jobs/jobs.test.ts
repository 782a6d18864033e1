import 'fake-indexeddb/auto';
import { beforeEach, describe, expect, it } from 'vitest';
import { withReservation } from '@/core/filament/shelf/reserve';
import { ordinarySpool } from '@/core/filament/shelf/spool';
import { layerNumber } from '@/core/layers';
import { emptyPlan } from '@/core/plan/jobPlan';
import { withSwap } from '@/core/plan/edits/partEdits';
import { bookOf } from '@/core/plan/file/planBook';
import { ORDINARY_PRESENCE } from '@/core/schedule/presence';
import { stubLocalStorage } from '../../../tests/support/browserStorage';
import { FINGERPRINT, storedJob, wholeJob } from '../../../tests/support/storedJobs';
import { turnAbout, type ModelSetup } from '@/core/model/setup';
import { parseJob } from '../records/recordShapes';
import { database } from '../db/db';
import {
  deleteJob,
  giveFile,
  jobs,
  jobWithoutFile,
  KEPT_AFTER_DELETION,
  loadJob,
  purgeOldJobs,
  replaceSlice,
  restoreJob,
  saveWholeJob,
} from './jobs';
import { journalEntries } from '../db/journal';
import { goOnWithNewDatabase } from '../db/recovery';
import { closeDatabase } from '../db/db';
import { usePresence } from '../settings/attendSettings';
import { useOutputSettings } from '../settings/settings';
import type { JobContent } from '../records/records';
import { shelf } from '../shelf';

const ofModel = (setup: ModelSetup): JobContent => ({ kind: 'model', setup });
const promise = { jobId: 'job-1', jobName: 'Hide plate 7', grams: 9 };
const other = { ...promise, jobId: 'job-2' };
const spoolNow = async (id: string) =>
  (await (await database()).get('spools', id)) as { reserved: unknown } | undefined;

beforeEach(async () => {
  stubLocalStorage();
  await Promise.all([jobs.load(), shelf.load()]);
  await saveWholeJob(wholeJob('job-1'));
});

describe('deleting a job', () => {
  it('sets its spools free in the same change, and gives them back with it', async () => {
    const fog = ordinarySpool({ id: 'fog', name: 'Fog', gramsLeft: 40 });
    const mist = ordinarySpool({ id: 'mist', name: 'Mist', gramsLeft: 40 });
    await shelf.save([
      withReservation(withReservation(fog, promise), other),
      withReservation(mist, promise),
    ]);
    await deleteJob(storedJob('job-1'));
    expect(jobs.known()[0].deleted).not.toBeNull();
    expect((await spoolNow('fog'))?.reserved).toEqual([other]);
    // What happens in between stays: another note, and a spool that is gone.
    await shelf.edit('fog', (spool) => ({ ...spool, note: 'dried' }));
    await shelf.remove(['mist']);
    await restoreJob('job-1');
    expect(await spoolNow('fog')).toMatchObject({ reserved: [other, promise], note: 'dried' });
    expect(await spoolNow('mist')).toBeUndefined();
    const found = await loadJob('job-1');
    expect(found).toMatchObject({ ok: true, value: { file: expect.any(Blob) } });
    expect(jobs.known()[0].deleted).toBeNull();
  });

  it('can be undone for one without its file', async () => {
    await (await database()).delete('files', 'job-1');
    await deleteJob(storedJob('job-1'));
    expect(await restoreJob('job-1')).toBe(true);
    expect(await loadJob('job-1')).toMatchObject({ value: { file: null } });
    expect((await jobWithoutFile(FINGERPRINT))?.id).toBe('job-1');
    await giveFile(storedJob('job-1'), new Blob(['G90']));
    expect(await jobWithoutFile(FINGERPRINT)).toBeNull();
  });

  it('is for good after thirty days', async () => {
    const day = 24 * 3600 * 1000;
    await deleteJob(storedJob('job-1'), 5 * day);
    await purgeOldJobs(5 * day + KEPT_AFTER_DELETION);
    expect(jobs.known()).toHaveLength(1);
    await purgeOldJobs(6 * day + KEPT_AFTER_DELETION);
    expect(jobs.known()).toHaveLength(0);
    const db = await database();
    expect(await db.count('files')).toBe(0);
    expect(await db.count('plans')).toBe(0);
  });
});

describe('a new slice', () => {
  const facts = { ...storedJob('job-1'), layers: 50, fingerprint: 'ef'.repeat(32) };
  const moved = bookOf(emptyPlan('ef'.repeat(32)));

  it('takes the place of file and plans, and can be taken back', async () => {
    const undo = await replaceSlice(storedJob('job-1'), facts, new Blob(['G91']), moved);
    if (!undo.ok) throw new Error(undo.refusal.message);
    expect(await loadJob('job-1')).toMatchObject({ value: { job: { layers: 50 } } });
    expect(await undo.value()).toMatchObject({ ok: true });
    const found = await loadJob('job-1');
    if (!found?.ok) throw new Error('not found');
    expect(found.value.job.layers).toBe(40);
    expect(await found.value.file?.text()).toBe('G90');
    expect(found.value.plans).toMatchObject({ revision: 3, book: bookOf(emptyPlan(FINGERPRINT)) });
  });

  it('of a model is set up again without its file, and taken back with it', async () => {
    const model: ModelSetup = {
      unit: 'inch',
      isUnitSure: true,
      turn: turnAbout([1, 0, 0], 90),
      scaleXY: 1,
      scaleZ: 2,
      firstLayer: 0.24,
      layerHeight: 0.2,
    };
    await saveWholeJob(wholeJob('job-1', { content: ofModel(model), folder: 'Signs' }));
    const changed = { ...facts, content: ofModel({ ...model, scaleZ: 1 }) };
    const undo = await replaceSlice(storedJob('job-1'), changed, null, moved);
    if (!undo.ok) throw new Error(undo.refusal.message);
    const set = await loadJob('job-1');
    if (!set?.ok) throw new Error('not found');
    expect(set.value.job).toMatchObject({ content: changed.content, folder: 'Signs' });
    expect(await set.value.file?.text()).toBe('G90');
    expect(await undo.value()).toMatchObject({ ok: true });
    expect(await loadJob('job-1')).toMatchObject({
      value: { job: { content: ofModel(model), layers: 40 } },
    });
    // A set-up that nobody can have made is not taken for one.
    expect(parseJob(storedJob('x', { content: ofModel({ ...model, layerHeight: 0 }) })).ok).toBe(
      false,
    );
    expect(parseJob(storedJob('x', { content: ofModel({ ...model, turn: [1, 0, 0] }) })).ok).toBe(
      false,
    );
  });

  it('stays once the plans were changed again', async () => {
    const undo = await replaceSlice(storedJob('job-1'), facts, new Blob(['G91']), moved);
    if (!undo.ok) throw new Error(undo.refusal.message);
    const db = await database();
    const plans = (await db.get('plans', 'job-1')) as object;
    await db.put('plans', { ...plans, revision: 7 }, 'job-1');
    expect(await undo.value()).toMatchObject({ ok: false });
    expect(await loadJob('job-1')).toMatchObject({ value: { job: { layers: 50 } } });
  });
});

describe('a database that dies', () => {
  it('costs nothing but the files', async () => {
    await saveWholeJob({
      ...wholeJob('job-1'),
      plans: {
        id: 'job-1',
        revision: 2,
        book: bookOf(withSwap(emptyPlan(FINGERPRINT), layerNumber(11))),
        aside: [],
      },
    });
    await shelf.save([ordinarySpool({ id: 'fog', name: 'Fog' })]);
    await closeDatabase();
    await new Promise((resolve) => {
      indexedDB.deleteDatabase('lamella').onsuccess = resolve;
    });
    await expect(database()).rejects.toThrow(/an empty one/);
    expect(await goOnWithNewDatabase()).toBe(true);
    const found = await loadJob('job-1');
    if (!found?.ok) throw new Error('not found');
    expect(found.value.file).toBeNull();
    expect(found.value.plans.book.variants[0].plan.parts[0].swaps).toHaveLength(1);
    expect(await spoolNow('fog')).toBeDefined();
  });
});

describe('the second place', () => {
  it('holds jobs, plans, printers and spools, and no files', async () => {
    await shelf.save([ordinarySpool({ id: 'fog', name: 'Fog' })]);
    const stores = new Set(journalEntries().map(({ store }) => store));
    expect([...stores].sort()).toEqual(['jobs', 'plans', 'spools']);
  });

  it('may run full without any harm', async () => {
    stubLocalStorage(200);
    expect(await shelf.save([ordinarySpool({ id: 'fog', name: 'Fog' })])).toBe(true);
  });
});

describe('settings of this browser', () => {
  it('begin with an ordinary night, and hold for all jobs', () => {
    expect(usePresence.getState()).toMatchObject(ORDINARY_PRESENCE);
    usePresence.setState({ night: null });
    useOutputSettings.setState({ reserves: true });
    expect(JSON.parse(localStorage.getItem('lamella-presence') ?? '')).toMatchObject({
      night: null,
    });
    usePresence.setState(ORDINARY_PRESENCE);
    useOutputSettings.setState({ reserves: false });
  });
});
