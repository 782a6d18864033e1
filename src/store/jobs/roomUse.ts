import { commit, commitOrRefuse, type Reader } from '../db/commit';
import { database } from '../db/db';
import type { Entry } from '../db/entry';
import { jobs } from './jobs';
import { keptReadingBytes } from './readings';
import type { Job, Photo } from '../records/records';

/** Where the room in the browser goes, bytes. */
export interface RoomUse {
  /** Sliced files, by job, the largest first. */
  readonly files: readonly { readonly job: Job; readonly bytes: number }[];
  readonly photos: number;
  /** Photos of prints that are in the logbook no longer. */
  readonly loosePhotos: { readonly ids: readonly string[]; readonly bytes: number };
  /** What was read of files, and is kept to open them sooner. */
  readonly readings: number;
}

/** Looks where the room goes. */
export async function roomUse(): Promise<RoomUse> {
  await jobs.load();
  const db = await database();
  const [keys, photos, runs, readings] = await Promise.all([
    db.getAllKeys('files'),
    db.getAll('photos'),
    db.getAllKeys('runs'),
    keptReadingBytes(),
  ]);
  const byId = new Map(jobs.known().map((job) => [job.id, job]));
  const files = keys.flatMap((id) => {
    const job = byId.get(id);
    return job ? [{ job, bytes: job.bytes }] : [];
  });
  const there = new Set(runs);
  const sized = photos.map((photo) => {
    const { id, runId, blob } = photo as { id: string; runId: string; blob?: unknown };
    return { id, isLoose: !there.has(runId), bytes: blob instanceof Blob ? blob.size : 0 };
  });
  const loose = sized.filter(({ isLoose }) => isLoose);
  const sum = (all: readonly { readonly bytes: number }[]): number =>
    all.reduce((total, { bytes }) => total + bytes, 0);
  return {
    files: files.sort((a, b) => b.bytes - a.bytes),
    photos: sum(sized),
    loosePhotos: { ids: loose.map(({ id }) => id), bytes: sum(loose) },
    readings,
  };
}

/**
 * Takes the files of jobs away, and leaves the jobs and their plans; answers how to put them back, or null
 * when it could not be done.
 */
export async function dropFiles(ids: readonly string[]): Promise<(() => Promise<boolean>) | null> {
  const before: Entry[] = [];
  const sliceOf = async (read: Reader, key: string): Promise<unknown> =>
    ((await read.one('jobs', key)) as Partial<Job> | undefined)?.fingerprint;
  const slices = new Map<string, unknown>();
  const done = await commitOrRefuse({
    what: 'making room',
    stores: ['jobs', 'files'],
    make: async (read) => {
      before.length = 0;
      for (const key of ids) {
        slices.set(key, await sliceOf(read, key));
        before.push({ store: 'files', key, value: await read.one('files', key) });
      }
      return ids.map((key) => ({ store: 'files', key }));
    },
  });
  if (!done.ok) return null;
  return () =>
    commit({
      what: 'the files',
      stores: ['jobs', 'files'],
      make: async (read) => {
        const back: Entry[] = [];
        for (const entry of before) {
          const { key } = entry;
          // A job that has another file by now keeps that one.
          const isFree = (await read.one('files', key)) === undefined;
          if (isFree && (await sliceOf(read, key)) === slices.get(key)) back.push(entry);
        }
        return back;
      },
    });
}

/** Takes photos away for good whose prints are in the logbook no longer. */
export function dropPhotos(ids: readonly string[]): Promise<boolean> {
  return commit({
    what: 'making room',
    stores: ['photos', 'runs'],
    make: async (read) => {
      const dropped: Entry[] = [];
      for (const key of ids) {
        const photo = (await read.one('photos', key)) as Partial<Photo> | undefined;
        // Its print came back meanwhile.
        const isLoose = (await read.one('runs', String(photo?.runId))) === undefined;
        if (photo && isLoose) dropped.push({ store: 'photos', key });
      }
      return dropped;
    },
  });
}
