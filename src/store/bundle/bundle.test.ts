import 'fake-indexeddb/auto';
import { createHash } from 'node:crypto';
import { IDBFactory } from 'fake-indexeddb';
import { strFromU8, strToU8, unzipSync, zipSync, type Zippable } from 'fflate';
import { beforeAll, beforeEach, describe, expect, it, vi } from 'vitest';
import { packedCells } from '@/core/geometry/packedCells';
import { fillDisk, stubLocalStorage } from '../../../tests/support/browserStorage';
import { runPlan } from '../../../tests/support/runPlans';
import { ordinarySpool } from '@/core/filament/shelf/spool';
import { EMPTY_LOG } from '@/core/log/runLog';
import { emptyPlan } from '@/core/plan/jobPlan';
import { bookOf } from '@/core/plan/file/planBook';
import { ORDINARY_PROFILE } from '@/core/printer/printer';
import type { RunEvent } from '@/core/run/following/events';
import { bundleService } from '@/workers/bundle/bundleService';
import { adoptDatabase, closeDatabase, database } from '../db/db';
import { jobs, saveWholeJob } from '../jobs/jobs';
import { addPhoto } from '../prints/photos';
import { printers } from '../printers';
import type { Job, Photo, Run } from '../records/records';
import { HANDED, runs } from '../prints/runs';
import { useCostSettings } from '../settings/settings';
import { shelf } from '../shelf';
import { onlyHere, remindLater, rememberSaved, timeToSave } from './elsewhere';
import { saveBundle, type Scope } from './gather';
import { previewBundle, type Preview } from './preview';
import { isTakenUnasked, type PreviewItem } from './previewItems';
import { takeBundle } from './take';

vi.mock('@/workers/line/workerLine', () => ({
  // The same functions, without a thread of their own.
  withWorker: <T>(_kind: unknown, run: (service: unknown) => T): T => run(bundleService()),
}));

const GCODE = 'G28\nG1 X10 E1\n'.repeat(50);
const PNG = Uint8Array.from(
  atob(
    'iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg==',
  ),
  (letter) => letter.charCodeAt(0),
);
const fingerprint = createHash('sha256').update(GCODE).digest('hex');

const JOB: Job = {
  id: 'plate',
  name: 'Hide plate 7',
  fileName: 'hide-plate-7.gcode',
  bytes: GCODE.length,
  fingerprint,
  layers: 30,
  height: 6,
  seconds: 100,
  addedAt: 1,
  content: { kind: 'file' },
  isDemo: false,
  picture: { columns: 1, rows: 2, packed: packedCells(new Uint16Array([1, 65535])) },
  deleted: null,
};
const STARTED: RunEvent = { kind: 'started', id: 'a', at: 1e12 };
const RUN: Run = {
  id: 'run',
  jobId: 'plate',
  writtenAt: 1e12,
  runPlan: runPlan([600, 300]),
  plan: { version: 7 },
  outputs: [],
  isProven: true,
  picture: null,
  startAt: null,
  isRehearsal: false,
  events: [STARTED],
  log: EMPTY_LOG,
};
const PHOTO: Photo = {
  id: 'photo',
  runId: 'run',
  addedAt: 2,
  width: 1,
  height: 1,
  blob: new Blob([PNG], { type: 'image/jpeg' }),
};
const EVERYTHING: Scope = {
  holds: 'everything',
  kinds: new Set(['jobs', 'plans', 'printers', 'spools', 'runs', 'photos']),
  files: true,
  settings: true,
  jobId: null,
};

/** Begins with an empty browser. */
async function newBrowser(): Promise<void> {
  await closeDatabase();
  vi.stubGlobal('indexedDB', new IDBFactory());
  vi.stubGlobal('navigator', {});
  stubLocalStorage();
  await adoptDatabase();
}

async function fill(): Promise<void> {
  const plan = { ...emptyPlan(fingerprint), printerId: 'own' };
  const plans = { id: 'plate', revision: 1, book: bookOf(plan), aside: [] };
  await saveWholeJob({ job: JOB, file: new Blob([GCODE]), plans });
  await saveWholeJob({
    job: { ...JOB, id: 'sign', name: 'Window sign' },
    file: new Blob([GCODE]),
    plans: { ...plans, id: 'sign', book: bookOf(emptyPlan(fingerprint)) },
  });
  await printers.save([
    { id: 'own', addedAt: 3, printer: { ...ORDINARY_PROFILE, name: 'Sluice' } },
  ]);
  await shelf.save([ordinarySpool({ id: 'fog', name: 'Fog' })]);
  await runs.save([RUN]);
  await addPhoto(PHOTO);
}

async function saved(scope: Scope = EVERYTHING): Promise<File> {
  const packed = await saveBundle(scope, Date.now(), null, () => {});
  if (!packed.ok) throw new Error(packed.refusal.message);
  return new File([packed.value.blob as Blob], 'all.lamella.zip');
}

/** Everything that is stored, read past the application; bytes as text. */
async function everything(): Promise<Record<string, unknown>> {
  const db = await database();
  const all: Record<string, unknown> = {};
  for (const store of ['jobs', 'files', 'plans', 'printers', 'spools', 'runs', 'photos'] as const) {
    for (const key of await db.getAllKeys(store)) {
      const value = await db.get(store, key);
      if (value instanceof Blob) all[`${store}/${key}`] = await value.text();
      else if (store === 'photos') {
        const { blob, ...rest } = value as Photo;
        all[`${store}/${key}`] = { ...rest, bytes: [...new Uint8Array(await blob.arrayBuffer())] };
      } else all[`${store}/${key}`] = value;
    }
  }
  return all;
}

async function previewed(file: File): Promise<Preview> {
  const read = await previewBundle(file, () => {});
  if (!read.ok) throw new Error(read.refusal.message);
  return read.value;
}

const states = ({ items }: Preview): Record<string, string> =>
  Object.fromEntries(
    items.map(({ key, state, last }) => [key, last ? `${state}, ${last}` : state]),
  );

const take = (file: File, preview: Preview, items: readonly PreviewItem[] = preview.items) =>
  takeBundle(file, preview, { items, settings: false }, () => {});

const part = (preview: Preview, key: string): PreviewItem[] =>
  preview.items.filter((one) => one.key === key);

// The examples are put into the first browser, and no other.
beforeAll(async () => {
  stubLocalStorage();
  await Promise.all([printers.load(), shelf.load()]);
});

beforeEach(async () => {
  vi.restoreAllMocks();
  // No two things happen at the same time.
  let now = 1.7e12;
  vi.spyOn(Date, 'now').mockImplementation(() => ++now);
  await newBrowser();
  await fill();
});

describe('everything in one file', () => {
  it('comes back in an empty browser as it was', async () => {
    const before = await everything();
    useCostSettings.setState({ currency: 'kr' });
    const file = await saved();
    useCostSettings.setState({ currency: '€' });
    await newBrowser();
    const preview = await previewed(file);
    expect(new Set(Object.values(states(preview)))).toEqual(new Set(['new']));
    expect(preview.items.every(isTakenUnasked)).toBe(true);
    expect(preview.otherSettings).toEqual(['lamella-cost']);
    const done = await takeBundle(
      file,
      preview,
      { items: preview.items, settings: true },
      () => {},
    );
    expect(done.ok).toBe(true);
    const after = await everything();
    const { 'plans/plate': plans, 'plans/sign': others, ...all } = after;
    expect(all).toEqual(Object.fromEntries(Object.entries(before).filter(([key]) => key in all)));
    // How often a plan was written is counted in each browser.
    expect(plans).toEqual({ ...(before['plans/plate'] as object), revision: 2 });
    expect(others).toEqual({ ...(before['plans/sign'] as object), revision: 2 });
    expect(Object.keys(after)).toEqual(Object.keys(before));
    expect(after).toMatchObject({ 'jobs/plate': { picture: JOB.picture } });
    expect(useCostSettings.getState().currency).toBe('kr');
    expect(states(await previewed(file))).toMatchObject({
      'jobs/plate': 'same',
      'runs/run': 'same',
    });
    // All of it is in that file, and in it alone.
    await rememberSaved(Date.now());
    expect((await onlyHere()).things).toBe(0);
    expect(done.ok && (await done.value())).toBe(0);
    expect(await everything()).toEqual({});
    expect(useCostSettings.getState().currency).toBe('€');
  });

  it('holds one job with what belongs to it, and nothing else of the person’s', async () => {
    const file = await saved({ ...EVERYTHING, holds: 'job', settings: false, jobId: 'plate' });
    await newBrowser();
    expect(Object.keys(states(await previewed(file))).sort()).toEqual([
      'jobs/plate',
      'printers/own',
      'runs/run',
    ]);
  });

  it('is compared by id and by time, and taken as a whole or in part', async () => {
    const file = await saved();
    await jobs.edit('plate', (job) => ({ ...job, name: 'Renamed here' }));
    await shelf.remove(['fog']);
    await shelf.save([ordinarySpool({ id: 'reed', name: 'Reed' })]);
    const preview = await previewed(file);
    expect(states(preview)).toEqual({
      'jobs/plate': 'changed, here',
      'jobs/sign': 'same',
      'printers/own': 'same',
      'spools/fog': 'gone',
      'runs/run': 'same',
    });
    expect(preview.items.filter(isTakenUnasked)).toEqual([]);
    expect((await take(file, preview, part(preview, 'jobs/plate'))).ok).toBe(true);
    expect(await everything()).toMatchObject({ 'jobs/plate': { name: 'Hide plate 7' } });
    expect(await everything()).not.toHaveProperty('spools/fog');
    expect(await everything()).toHaveProperty('spools/reed');
  });

  it('puts together what was told of a print in two places', async () => {
    await runs.edit('run', (run) => ({
      ...run,
      events: [...run.events, { kind: 'note', id: 'there', at: 1e12 + 5, text: 'a blob' }],
      log: { ...run.log, change: 'told there' },
    }));
    const file = await saved();
    await newBrowser();
    await runs.save([
      { ...RUN, events: [STARTED, { kind: 'finished', id: 'here', at: 1e12 + 9 }] },
    ]);
    const preview = await previewed(file);
    expect(preview.items.filter(isTakenUnasked).map(({ key }) => key)).toContain('runs/run');
    await take(file, preview);
    const { events, log } = (await everything())['runs/run'] as Run;
    expect(events.map(({ id }) => id)).toEqual(['a', 'there', 'here']);
    expect(log.photos).toEqual(['photo']);
  });

  it('keeps what only one of two places has added to a print', async () => {
    await runs.edit('run', ({ log, ...run }) => ({
      ...run,
      log: {
        ...log,
        seams: ['clean', null, 'tinted'],
        weighed: [{ letter: 'A', grams: 11 }],
      },
    }));
    const file = await saved();
    await newBrowser();
    const here = { ...EMPTY_LOG, seams: [null, 'clean'] as Run['log']['seams'], change: 'Slower' };
    await runs.save([{ ...RUN, log: { ...here, weighed: [{ letter: 'A', grams: 12 }] } }]);
    await take(file, await previewed(file));
    expect(((await everything())['runs/run'] as Run).log).toMatchObject({
      seams: ['clean', 'clean', 'tinted'],
      change: 'Slower',
      // Told here last.
      weighed: [{ letter: 'A', grams: 12 }],
      photos: ['photo'],
    });
  });

  it.each([
    ['the file was saved', 0],
    ['one record was changed', 2 * 24 * 3600e3],
  ])(
    'never proposes to take back what was changed here when %s in time to come',
    async (_, later) => {
      const real = vi.mocked(Date.now).getMockImplementation() as () => number;
      const ahead = 30 * 24 * 3600e3;
      vi.mocked(Date.now).mockImplementation(() => real() + ahead);
      await jobs.edit('plate', (job) => ({ ...job, name: 'From a clock that is ahead' }));
      await runs.edit('run', ({ log, ...run }) => ({ ...run, log: { ...log, change: 'There' } }));
      vi.mocked(Date.now).mockImplementation(() => real() + (later === 0 ? ahead : 0));
      const file = await saved();
      vi.mocked(Date.now).mockImplementation(real);
      await jobs.edit('plate', (job) => ({ ...job, name: 'Changed here since' }));
      await runs.edit('run', ({ log, ...run }) => ({ ...run, log: { ...log, change: 'Here' } }));
      vi.mocked(Date.now).mockImplementation(() => real() + later);
      const preview = await previewed(file);
      expect(preview.isAhead).toBe(true);
      expect(states(preview)).toMatchObject({ 'jobs/plate': 'changed', 'runs/run': 'changed' });
      const taken = preview.items.filter(isTakenUnasked);
      expect(taken.map(({ key }) => key)).not.toContain('jobs/plate');
      await take(file, preview, taken);
      expect(await everything()).toMatchObject({
        'jobs/plate': { name: 'Changed here since' },
        'runs/run': { log: { change: 'Here' } },
      });
    },
  );

  it('opens a file from before jobs said what they are made of, and pictures were packed', async () => {
    const files = unzipSync(new Uint8Array(await (await saved()).arrayBuffer()));
    const change = (name: string, edit: (text: string) => string): void => {
      const before = strFromU8(files[name]);
      const after = edit(before);
      expect(after).not.toBe(before);
      files[name] = strToU8(after);
    };
    change('lamella.json', (text) => text.replace('"records": 12', '"records": 9'));
    change('jobs.jsonl', (text) => text.replace('"content":{"kind":"file"},', ''));
    const top = '"top":{"$uint16":"AQD//w=="}';
    change('jobs.jsonl', (text) => text.replace(/"packed":\{[^}]*\}/, top));
    const file = new File([zipSync(files as Zippable) as BlobPart], 'older.lamella.zip');
    expect(states(await previewed(file))).toMatchObject({ 'jobs/plate': 'same' });
    await newBrowser();
    const preview = await previewed(file);
    await take(file, preview, preview.items);
    expect(await everything()).toMatchObject({ 'jobs/plate': { content: { kind: 'file' } } });
  });

  it('leaves out what belongs to nothing', async () => {
    const files = unzipSync(new Uint8Array(await (await saved()).arrayBuffer()));
    files['runs.jsonl'] = strToU8('');
    const head = JSON.parse(strFromU8(files['lamella.json'])) as { counts: { runs: number } };
    files['lamella.json'] = strToU8(
      JSON.stringify({ ...head, counts: { ...head.counts, runs: 0 } }),
    );
    const file = new File([zipSync(files as Zippable) as BlobPart], 'loose.lamella.zip');
    await newBrowser();
    const preview = await previewed(file);
    expect(preview.unusable).toEqual([
      { kind: 'photos', id: 'photo', why: 'Its print is neither here nor in the file.' },
    ]);
    expect(Object.keys(states(preview))).not.toContain('runs/run');
  });

  it('brings a single run from another device back to its job', async () => {
    const there: RunEvent = { kind: 'finished', id: 'there', at: 1e12 + 9 };
    await runs.edit('run', (run) => ({
      ...run,
      jobId: HANDED,
      plan: null,
      isProven: false,
      events: [...run.events, there],
    }));
    const file = await saved({
      ...EVERYTHING,
      holds: 'some',
      kinds: new Set(['runs', 'photos']),
      files: false,
      settings: false,
      runId: 'run',
    });
    await newBrowser();
    await runs.save([RUN]);
    const preview = await previewed(file);
    expect(Object.keys(states(preview))).toEqual(['runs/run']);
    await take(file, preview);
    const { events, jobId, plan, isProven } = (await everything())['runs/run'] as Run;
    expect(events.map(({ id }) => id)).toEqual(['a', 'there']);
    expect({ jobId, plan, isProven }).toEqual({
      jobId: RUN.jobId,
      plan: RUN.plan,
      isProven: true,
    });
  });

  it('never puts the plans of one slice on another', async () => {
    const file = await saved({ ...EVERYTHING, holds: 'some', files: false });
    const other = 'G28\nG1 X99 E1\n';
    const digest = createHash('sha256').update(other).digest('hex');
    const plans = { id: 'plate', revision: 9, book: bookOf(emptyPlan(digest)), aside: [] };
    const job = { ...JOB, bytes: other.length, fingerprint: digest };
    await saveWholeJob({ job, file: new Blob([other]), plans });
    const before = await everything();
    const preview = await previewed(file);
    expect(part(preview, 'jobs/plate')[0]).toMatchObject({ state: 'changed', lacksSlice: true });
    await take(file, preview);
    expect(await everything()).toEqual(before);
  });

  it('brings a file back that a job has lost', async () => {
    const file = await saved();
    const before = await everything();
    await (await database()).delete('files', 'plate');
    const preview = await previewed(file);
    expect(part(preview, 'jobs/plate')[0]).toMatchObject({ state: 'changed', bringsFile: true });
    await take(file, preview, preview.items.filter(isTakenUnasked));
    expect(await everything()).toEqual(before);
  });
});

describe('taking a file', () => {
  it('changes nothing when the disk is full in the middle, and all or nothing in every place', async () => {
    const file = await saved();
    await newBrowser();
    const preview = await previewed(file);
    for (const after of [0, 1, 5, 9]) {
      const emptyDisk = fillDisk(after);
      const done = await take(file, preview);
      emptyDisk();
      expect(!done.ok && done.refusal.message).toMatch(/no space left/);
      expect(await everything()).toEqual({});
    }
    expect((await take(file, preview)).ok).toBe(true);
  });

  it('is refused when something was changed since it was compared', async () => {
    const file = await saved();
    await jobs.edit('plate', (job) => ({ ...job, name: 'Renamed here' }));
    const preview = await previewed(file);
    await jobs.edit('plate', (job) => ({ ...job, name: 'Renamed again' }));
    const done = await take(file, preview);
    expect(!done.ok && done.refusal.message).toMatch(/changed here in the meantime/);
    expect(await everything()).toMatchObject({ 'jobs/plate': { name: 'Renamed again' } });
  });

  it('is taken back, but for what was changed since', async () => {
    const file = await saved();
    await jobs.edit('plate', (job) => ({ ...job, name: 'Here' }));
    await shelf.remove(['fog']);
    const preview = await previewed(file);
    const done = await take(file, preview);
    await jobs.edit('plate', (job) => ({ ...job, name: 'Here again' }));
    expect(done.ok && (await done.value())).toBe(1);
    expect(await everything()).toMatchObject({ 'jobs/plate': { name: 'Here again' } });
    expect(await everything()).not.toHaveProperty('spools/fog');
  });

  it.each<[string, (files: Record<string, Uint8Array>) => void, RegExp]>([
    [
      'a sliced file that was changed',
      (files) => {
        files['files/0001-hide-plate-7.gcode'] = strToU8('M104 S999\n');
      },
      /not the file that its job was made from/,
    ],
    [
      'a photo that is a page',
      (files) => {
        const name = Object.keys(files).find((one) => one.startsWith('photos/')) as string;
        files[name] = strToU8('<script>alert(1)</script>');
      },
      /is not a photo/,
    ],
  ])('is refused as a whole with %s', async (_name, edit, message) => {
    const files = unzipSync(new Uint8Array(await (await saved()).arrayBuffer()));
    edit(files);
    const file = new File([zipSync(files as Zippable) as BlobPart], 'changed.lamella.zip');
    await newBrowser();
    const done = await take(file, await previewed(file));
    expect(!done.ok && done.refusal.message).toMatch(message);
    expect(await everything()).toEqual({});
  });

  it('leaves records out that nobody could read, and says which', async () => {
    const files = unzipSync(new Uint8Array(await (await saved()).arrayBuffer()));
    files['jobs.jsonl'] = strToU8(
      strFromU8(files['jobs.jsonl']).replace('"layers":30', '"layers":"<b>30</b>"'),
    );
    files['plans.jsonl'] = strToU8(
      strFromU8(files['plans.jsonl']).replace('"record":{', '"record":{"id":"other",'),
    );
    files['spools.jsonl'] = strToU8(
      strFromU8(files['spools.jsonl']).replace('"id":"fog","name"', '"id":"reed","name"'),
    );
    const file = new File([zipSync(files as Zippable) as BlobPart], 'odd.lamella.zip');
    await newBrowser();
    const { unusable } = await previewed(file);
    expect(unusable.map(({ kind, why }) => `${kind}: ${why}`)).toEqual([
      'jobs: The stored job cannot be used: "layers" should be a number, and is the text "<b>30</b>".',
      'plans: Their job is neither here nor in the file.',
    ]);
  });
});

describe('what is only in this browser', () => {
  it('is counted from when everything was saved, and said when it is much', async () => {
    // Two jobs, a printer, a spool, a print and its photo.
    expect(await onlyHere()).toMatchObject({ savedAt: null, things: 6 });
    expect(await timeToSave()).toBeNull();
    await shelf.save(['a', 'b'].map((id) => ordinarySpool({ id, name: id })));
    expect(await timeToSave()).toMatchObject({ things: 8 });
    await remindLater();
    expect(await timeToSave()).toBeNull();
    expect(await timeToSave(Date.now() + 8 * 24 * 3600e3)).toMatchObject({ things: 8 });
    await rememberSaved(Date.now());
    expect((await onlyHere()).things).toBe(0);
  });

  it('is said after two weeks, even when it is little', async () => {
    await rememberSaved(Date.now() - 1);
    await shelf.edit('fog', (spool) => ({ ...spool, note: 'opened' }));
    expect(await timeToSave()).toBeNull();
    expect(await timeToSave(Date.now() + 15 * 24 * 3600e3)).toMatchObject({ things: 1 });
  });
});
