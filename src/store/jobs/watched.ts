import { commitOrRefuse } from '../db/commit';
import { database } from '../db/db';

/** How a file on the disk was when it was read last. */
export interface SeenFile {
  readonly lastModified: number;
  readonly size: number;
}

/** The file on the disk that a job is sliced into. */
export interface Watched {
  readonly place: FileSystemFileHandle;
  readonly seen: SeenFile;
}

/** The key in `meta` under which it is kept which file a job watches. */
export const watchedKey = (jobId: string): string => `watched/${jobId}`;

/** The file that a job watches; null for none. */
export async function watchedFile(jobId: string): Promise<Watched | null> {
  const found = (await (await database()).get('meta', watchedKey(jobId))) as
    Partial<Watched> | undefined;
  const { place, seen } = found ?? {};
  const isWhole = typeof place?.getFile === 'function' && typeof seen?.size === 'number';
  return isWhole ? { place, seen } : null;
}

/**
 * Remembers which file a job watches, and how it was read last; null for none any more.
 * @returns false where the browser does not keep such a place: it is watched until the page is closed, then.
 */
export async function keepWatched(jobId: string, watched: Watched | null): Promise<boolean> {
  const kept = await commitOrRefuse({
    what: 'which file is watched',
    stores: ['meta'],
    make: () => [{ store: 'meta', key: watchedKey(jobId), value: watched ?? undefined }],
  });
  return kept.ok;
}
