import 'fake-indexeddb/auto';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { layerNumber } from '@/core/layers';
import { emptyPlan } from '@/core/plan/jobPlan';
import { withSwap } from '@/core/plan/edits/partEdits';
import { bookOf, chosenVariant, withPlan, type PlanBook } from '@/core/plan/file/planBook';
import { fillDisk, stubLocalStorage } from '../../../tests/support/browserStorage';
import { FINGERPRINT, wholeJob } from '../../../tests/support/storedJobs';
import { closeDatabase, database } from '../db/db';
import { fromJournal, keepInJournal } from '../db/journal';
import { openPlans, plansSettled } from './openPlans';
import { allPlans, loadJob, purgeJobs, saveWholeJob } from '../jobs/jobs';
import { PlanSaver } from './planSaver';
import type { StoredPlans } from '../records/records';
import { retryWrites, saveStateOf, useWrites } from '../db/writes';

const withSwaps = (...layers: number[]): PlanBook =>
  bookOf(layers.reduce((plan, n) => withSwap(plan, layerNumber(n)), emptyPlan(FINGERPRINT)));
const layersOf = (book: PlanBook) =>
  chosenVariant(book).plan.parts[0].swaps.map(({ layer }) => layer);
const stored = async () => (await (await database()).get('plans', 'job-1')) as StoredPlans;

/** A desk that puts its own swaps over what another tab stored. */
function deskWith(own: PlanBook) {
  const followed: number[][] = [];
  return {
    followed,
    rebase: (newer: PlanBook) =>
      withPlan(
        newer,
        chosenVariant(own).plan.parts[0].swaps.reduce(
          (plan, { layer }) => withSwap(plan, layer),
          chosenVariant(newer).plan,
        ),
      ),
    follow: (newer: PlanBook) => {
      followed.push(layersOf(newer));
    },
    isBusy: () => false,
    written: () => {},
  };
}

beforeEach(async () => {
  stubLocalStorage();
  useWrites.setState({ failed: [] });
  await saveWholeJob(wholeJob('job-1'));
});
afterEach(() => vi.restoreAllMocks());

describe('a job’s plans', () => {
  it('are stored one after another, the latest last, and counted', async () => {
    const saver = new PlanSaver(await stored(), deskWith(withSwaps()));
    saver.save(withSwaps(2));
    saver.save(withSwaps(2, 3));
    expect(saveStateOf(useWrites.getState())).toBe('saving');
    saver.save(withSwaps(2, 3, 4));
    await saver.settled();
    expect(layersOf((await stored()).book)).toEqual([2, 3, 4]);
    expect((await stored()).revision).toBeGreaterThan(1);
    expect(saveStateOf(useWrites.getState())).toBe('saved');
    saver.close();
  });

  it('are in the second place at once, before the database is done', async () => {
    const saver = new PlanSaver(await stored(), deskWith(withSwaps()));
    saver.save(withSwaps(5));
    expect(fromJournal('plans', 'job-1')).toMatchObject({ revision: 2, book: withSwaps(5) });
    await saver.settled();
    saver.close();
  });

  it('say that they are not stored, until they are', async () => {
    const saver = new PlanSaver(await stored(), deskWith(withSwaps()));
    const makeRoom = fillDisk();
    saver.save(withSwaps(5));
    await saver.settled();
    saver.save(withSwaps(5, 6));
    await saver.settled();
    expect(useWrites.getState().failed).toHaveLength(1);
    makeRoom();
    expect(await retryWrites()).toBe(true);
    expect(layersOf((await stored()).book)).toEqual([5, 6]);
    expect(saveStateOf(useWrites.getState())).toBe('saved');
    saver.save(withSwaps(7));
    await saver.settled();
    expect(layersOf((await stored()).book)).toEqual([7]);
    saver.close();
  });

  it('are its own, although they are tried again while they are being written', async () => {
    const mine = deskWith(withSwaps());
    const saver = new PlanSaver(await stored(), mine);
    const makeRoom = fillDisk();
    saver.save(withSwaps(5));
    await saver.settled();
    makeRoom();
    saver.save(withSwaps(5, 6));
    const retried = retryWrites();
    await Promise.all([saver.settled(), retried]);
    saver.save(withSwaps(5, 6, 7));
    await saver.settled();
    // Taken for another tab's, they would have been followed or put under what came next.
    expect(mine.followed).toEqual([]);
    expect(layersOf((await stored()).book)).toEqual([5, 6, 7]);
    expect((await stored()).revision).toBe(3);
    saver.close();
  });

  it('never write over what another tab has stored unseen', async () => {
    const mine = deskWith(withSwaps(11));
    const saver = new PlanSaver(await stored(), mine);
    const other = new PlanSaver(await stored(), deskWith(withSwaps(26)));
    saver.save(withSwaps(11));
    other.save(withSwaps(26));
    await Promise.all([saver.settled(), other.settled()]);
    expect(layersOf((await stored()).book)).toEqual([11, 26]);
    saver.close();
    other.close();
  });

  it('are taken from another tab after a sleep', async () => {
    const mine = deskWith(withSwaps());
    const saver = new PlanSaver(await stored(), mine);
    await (
      await database()
    ).put('plans', { ...(await stored()), revision: 9, book: withSwaps(8) }, 'job-1');
    await saver.catchUp();
    expect(mine.followed).toEqual([[8]]);
    saver.save(withSwaps(8, 9));
    await saver.settled();
    expect((await stored()).revision).toBe(10);
    saver.close();
  });

  it('are still stored after the desk is cleared', async () => {
    const saver = new PlanSaver(await stored(), deskWith(withSwaps()));
    saver.save(withSwaps(12));
    saver.close();
    await saver.settled();
    expect(layersOf((await stored()).book)).toEqual([12]);
  });

  it('of a job that is gone for good are not stored again', async () => {
    const saver = new PlanSaver(await stored(), deskWith(withSwaps()));
    await purgeJobs(['job-1']);
    saver.save(withSwaps(12));
    await saver.settled();
    expect(await stored()).toBeUndefined();
    saver.close();
  });
});

describe('opening a job again', () => {
  it('brings back what only the second place has', async () => {
    const saver = new PlanSaver(await stored(), deskWith(withSwaps()));
    const makeRoom = fillDisk();
    saver.save(withSwaps(5));
    await saver.settled();
    makeRoom();
    // The Bench loads all plans before the job is opened.
    await allPlans.load();
    const found = await loadJob('job-1');
    if (!found?.ok) throw new Error('not found');
    expect(found.value).toMatchObject({ isRestored: true, unreadable: null });
    expect(layersOf(found.value.plans.book)).toEqual([5]);
    saver.close();
  });

  it('stores what only the second place has as soon as its plan is on the desk', async () => {
    vi.stubGlobal('document', new EventTarget());
    vi.stubGlobal('window', new EventTarget());
    const before = await stored();
    const newer = { ...before, revision: 9, book: withSwaps(5) };
    keepInJournal([{ store: 'plans', key: 'job-1', value: newer }], null);
    const found = await loadJob('job-1');
    if (!found?.ok) throw new Error('not found');
    const open = openPlans(found.value.plans, found.value.isRestored);
    await plansSettled();
    expect(layersOf((await stored()).book)).toEqual([5]);
    open.close();
  });

  it('says in words that the browser cannot open its store, and of a newer one what to do', async () => {
    for (const [name, words] of [
      ['UnknownError', /The disk may be full: free up space/],
      ['VersionError', /A newer Lamella/],
    ] as const) {
      await closeDatabase();
      const opening = vi.spyOn(indexedDB, 'open').mockImplementation(() => {
        throw new DOMException('Internal error opening backing store.', name);
      });
      await expect(database()).rejects.toThrow(words);
      opening.mockRestore();
    }
    expect(layersOf((await stored()).book)).toEqual([]);
  });

  it('keeps the plans of a book that can be read, and the rest as it is', async () => {
    const { variants } = withSwaps(11);
    const odd = { id: '2', name: 'Odd', plan: { version: 5 } };
    const book = { version: 1, chosen: '2', variants: [variants[0], odd] };
    localStorage.removeItem('lamella-journal/plans/job-1');
    await (await database()).put('plans', { id: 'job-1', revision: 3, book, aside: [] }, 'job-1');
    const found = await loadJob('job-1');
    if (!found?.ok) throw new Error('not found');
    const saver = new PlanSaver(found.value.plans, deskWith(withSwaps()));
    saver.save(withSwaps(11, 12));
    await saver.settled();
    expect(await stored()).toMatchObject({ revision: 4, aside: [odd], book: withSwaps(11, 12) });
    saver.close();
  });

  it('keeps a book of which nothing can be read beside the new one', async () => {
    localStorage.removeItem('lamella-journal/plans/job-1');
    await (await database()).put('plans', 'torn', 'job-1');
    const found = await loadJob('job-1');
    if (!found?.ok) throw new Error('not found');
    expect(found.value.plans).toMatchObject({ revision: 0, aside: ['torn'] });
    expect(found.value.unreadable).toMatch(/stored plans/);
  });
});
