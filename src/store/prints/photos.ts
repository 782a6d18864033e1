import { commit } from '../db/commit';
import { database } from '../db/db';
import type { Entry } from '../db/entry';
import { parseRun } from '../records/runShape';
import type { Photo } from '../records/records';

/** Reads the photos of a run; one that is no photo any more is left out. */
export async function photosOf(ids: readonly string[]): Promise<readonly Photo[]> {
  const db = await database();
  const found = await Promise.all(ids.map((id) => db.get('photos', id)));
  return found.filter(isPhoto);
}

function isPhoto(value: unknown): value is Photo {
  if (typeof value !== 'object' || value === null) return false;
  const { id, blob } = value as Partial<Photo>;
  return typeof id === 'string' && blob instanceof Blob;
}

/** Stores a photo and its name in the run's log, both or none. */
export function addPhoto(photo: Photo): Promise<boolean> {
  return changePhotos(photo.runId, { store: 'photos', key: photo.id, value: photo }, (ids) => [
    ...ids,
    photo.id,
  ]);
}

/** Takes a photo away, and its name out of the run's log. */
export function removePhoto({ id, runId }: Photo): Promise<boolean> {
  return changePhotos(runId, { store: 'photos', key: id }, (ids) =>
    ids.filter((one) => one !== id),
  );
}

function changePhotos(
  runId: string,
  photo: Entry,
  edit: (ids: readonly string[]) => string[],
): Promise<boolean> {
  return commit({
    what: 'the photo',
    stores: ['runs', 'photos', 'entries'],
    make: async (read) => {
      const run = parseRun(await read.one('runs', runId));
      if (!run.ok) return [];
      const { log } = run.value;
      const edited = { ...run.value, log: { ...log, photos: edit(log.photos) } };
      return [
        { store: 'runs', key: runId, value: edited },
        { store: 'entries', key: runId },
        photo,
      ];
    },
  });
}
