import 'fake-indexeddb/auto';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { stubLocalStorage } from '../../../tests/support/browserStorage';
import { runPlan } from '../../../tests/support/runPlans';
import { toastWithUndo } from '@/browser/undoToast';
import { takeOffSpools } from '@/features/logbook/takeOffSpools';
import { EMPTY_LOG } from '@/core/log/runLog';
import type { RunEvent } from '@/core/run/following/events';
import { ordinarySpool, type Spool } from '@/core/filament/shelf/spool';
import { database } from '../db/db';
import { runsAtHand } from './entryLine';
import { ENTRY_VERSION } from './entryLine';
import { loadLogbook, logbook } from './logbook';
import { addPhoto, photosOf, removePhoto } from './photos';
import type { Photo, Run } from '../records/records';
import { runs, tellRun } from './runs';
import { shelf } from '../shelf';

vi.mock('@/browser/undoToast', () => ({ toastWithUndo: vi.fn() }));

const BEGUN: RunEvent = { kind: 'started', id: 'a', at: 1e12 };
const DONE: RunEvent = { kind: 'finished', id: 'z', at: 1e12 + 9e6 };

function run(id: string, given: Partial<Run> = {}): Run {
  return {
    id,
    jobId: 'job-1',
    writtenAt: 1e12,
    runPlan: runPlan([600, 300]),
    plan: null,
    outputs: [],
    isProven: true,
    picture: null,
    startAt: null,
    isRehearsal: false,
    events: [BEGUN, DONE],
    log: EMPTY_LOG,
    ...given,
  };
}
const ids = (): string[] => logbook.known().map(({ id }) => id);

beforeEach(async () => {
  stubLocalStorage();
  await runs.load();
  const db = await database();
  for (const key of await db.getAllKeys('runs')) await runs.remove([key]);
  await loadLogbook();
});

describe('the logbook', () => {
  it('draws its lines from the runs that have begun, and again when one changes', async () => {
    await runs.save([
      run('one'),
      run('never-begun', { events: [] }),
      run('practice', { isRehearsal: true }),
      run('prints', { events: [BEGUN], jobId: 'job-2' }),
    ]);
    await loadLogbook();
    expect(ids().sort()).toEqual(['one', 'prints']);
    await runs.edit('one', (it) => ({
      ...it,
      log: { ...it.log, result: 'good', change: 'A brim' },
    }));
    expect(ids()).toEqual(['prints']);
    await loadLogbook();
    expect(logbook.known().find(({ id }) => id === 'one')).toMatchObject({
      result: 'good',
      change: 'A brim',
      phase: 'finished',
      taken: 9000,
      swaps: 1,
    });
    await tellRun('prints', { kind: 'failed', what: 'It came off' }, 1e12 + 5000);
    await loadLogbook();
    expect(logbook.known().find(({ id }) => id === 'prints')).toMatchObject({
      phase: 'failed',
      wrong: 'It came off',
      taken: null,
    });
    await runs.remove(['one', 'prints']);
    expect(ids()).toEqual([]);
  });

  it('mends lines that are damaged or of another version', async () => {
    await runs.save([run('one'), run('two')]);
    await loadLogbook();
    const db = await database();
    await db.put('entries', { id: 'one', version: 0 });
    await db.put('entries', { ...(await db.get('entries', 'two'))!, facts: null });
    // Another page finds them so.
    vi.resetModules();
    const { loadLogbook: loadAnew } = await import('./logbook');
    await loadAnew();
    const entries = (await db.getAll('entries')) as {
      id: string;
      version: number;
      facts: object;
    }[];
    expect(entries.map(({ id, version }) => [id, version])).toEqual([
      ['one', ENTRY_VERSION],
      ['two', ENTRY_VERSION],
    ]);
    expect(entries[1].facts).not.toBeNull();
  });

  it('leaves to the printer only runs that are not over, and the last of each job', async () => {
    const later = (at: number): RunEvent[] => [
      { ...BEGUN, at },
      { ...DONE, at: at + 1e6 },
    ];
    await runs.save([
      run('old', { events: later(1e12) }),
      run('last', { events: later(2e12) }),
      run('other-job', { jobId: 'job-2', events: later(1e12) }),
      run('prints', { events: [BEGUN] }),
      run('waits', { events: [] }),
    ]);
    await loadLogbook();
    const kept = await runsAtHand(await database());
    expect([...kept].sort()).toEqual(['last', 'other-job', 'prints', 'waits']);
    expect((await runs.fetch('old'))?.id).toBe('old');
    expect(await runs.fetch('nowhere')).toBeNull();
  });

  it('keeps photos and their names together, or neither', async () => {
    await runs.save([run('one')]);
    const photo: Photo = {
      id: 'p1',
      runId: 'one',
      addedAt: 1,
      width: 4,
      height: 3,
      blob: new Blob(['x']),
    };
    expect(await addPhoto(photo)).toBe(true);
    expect((await runs.fetch('one'))?.log.photos).toEqual(['p1']);
    await addPhoto({ ...photo, id: 'p2', runId: 'nowhere' });
    expect(await (await database()).getAllKeys('photos')).toEqual(['p1']);
    await removePhoto(photo);
    expect(await photosOf(['p1'])).toEqual([]);
    expect((await runs.fetch('one'))?.log.photos).toEqual([]);
  });

  it('takes what a run has used off the spools once', async () => {
    await shelf.load();
    await shelf.save([ordinarySpool({ id: 'reed', name: 'Reed', gramsLeft: 100 })]);
    const one = run('one');
    await runs.save([one]);
    const used = [{ letter: 'B', spoolId: 'reed', grams: 30, isWeighed: false }];
    await takeOffSpools(one, used);
    await takeOffSpools(one, used);
    expect(shelf.known().find(({ id }) => id === 'reed')?.gramsLeft).toBe(70);
    expect((await runs.fetch('one'))?.log.taken).toEqual([{ spoolId: 'reed', grams: 30 }]);
  });

  it('are given back with what they were promised to the job', async () => {
    const reserved = [{ jobId: 'job-1', jobName: 'Hide plate 7', grams: 25 }];
    const spool = ordinarySpool({ id: 'reed', name: 'Reed green', gramsLeft: 100, reserved });
    await shelf.save([spool]);
    const one = run('one');
    await runs.save([one]);
    vi.mocked(toastWithUndo).mockClear();
    await takeOffSpools(one, [{ letter: 'A', spoolId: 'reed', grams: 30, isWeighed: false }]);
    const now = (): Spool | undefined => shelf.known().find(({ id }) => id === 'reed');
    expect(now()).toMatchObject({ gramsLeft: 70, reserved: [] });
    const [, , undo] = vi.mocked(toastWithUndo).mock.calls[0];
    await undo();
    expect(now()).toEqual(spool);
  });
});
