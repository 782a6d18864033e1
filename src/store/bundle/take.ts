import type { BundleKind } from '@/core/bundle/form';
import { recordText } from '@/core/bundle/recordText';
import type { Standing } from '@/core/bundle/standing';
import { refuse, success, type Result } from '@/core/findings';
import { mergedLog } from '@/core/log/runLog';
import { mergedEvents } from '@/core/run/following/events';
import { BUNDLE_WORKER } from '@/workers/kinds';
import { withWorker } from '@/workers/line/workerLine';
import type { BundleService } from '@/workers/bundle/bundleProtocol';
import type { Undo } from '../db/recordChanges';
import { commitOrRefuse, type Reader } from '../db/commit';
import { UNDONE, type StoreName } from '../db/stores';
import type { Entry } from '../db/entry';
import { HANDED } from '../prints/runs';
import { plansSettled } from '../plans/openPlans';
import type { Run, StoredPlans } from '../records/records';
import { parseRun } from '../records/runShape';
import { missingRoom } from '../jobs/room';
import { takeSettings } from './bundleSettings';
import { plainOf } from './bundleShapes';
import type { Preview } from './preview';
import { isDifferent, type PreviewItem, type PreviewPart } from './previewItems';

/** What a person has chosen of a bundle. */
export interface Chosen {
  readonly items: readonly PreviewItem[];
  readonly settings: boolean;
}

/** Says that what is here has changed since it was compared. Never leaves this file. */
class ChangedMeanwhileError extends Error {
  constructor() {
    super('Something has changed here in the meantime. Open the file again to compare again.');
  }
}

/**
 * Takes what was chosen of a bundle, in one change: its bytes are unpacked and checked first, and when any of
 * it does not hold, nothing is changed. Answers how to take it back.
 */
export async function takeBundle(
  file: Blob,
  preview: Preview,
  chosen: Chosen,
  onProgress: (bytes: number) => void,
): Promise<Result<Undo>> {
  // Plans of another slice would stand on the wrong file.
  const items = chosen.items.filter(({ lacksSlice }) => !lacksSlice);
  const parts = items.flatMap((item) => item.parts.filter(isDifferent));
  const brought = await bytesOf(file, preview, parts, onProgress);
  if (!brought.ok) return brought;
  await plansSettled();
  const before: Entry[] = [];
  const after = new Map<string, string | null>();
  const taken = await commitOrRefuse({
    what: 'what you chose of the file',
    stores: UNDONE,
    make: async (read) => {
      const entries: Entry[] = [];
      // It is asked once more when room had to be made first.
      before.length = 0;
      for (const part of parts) {
        const stored = await read.one(part.kind, part.record.id);
        if (textOf(part.kind, stored) !== part.stored) throw new ChangedMeanwhileError();
        entries.push(...entriesOf(part, stored, brought.value));
      }
      for (const { store, key, value } of entries) {
        if (store === 'entries') continue;
        before.push({ store, key, value: await read.one(store, key) });
        after.set(`${store}/${key}`, textOf(store, value));
      }
      return entries;
    },
  });
  if (!taken.ok) return taken;
  const settingsBack = chosen.settings ? takeSettings(preview.settings) : () => {};
  return success(async () => {
    settingsBack();
    return putBack(before, after);
  });
}

/** Puts back what was there, where nobody has changed it since; answers how many records stay. */
async function putBack(
  before: readonly Entry[],
  after: ReadonlyMap<string, string | null>,
): Promise<number> {
  await plansSettled();
  let kept = 0;
  const done = await commitOrRefuse({
    what: 'undoing the import',
    stores: UNDONE,
    make: async (read) => {
      const entries: Entry[] = [];
      const stays = new Set<string>();
      for (const { store, key } of before) {
        if (store === 'files') continue;
        const now = textOf(store, await read.one(store, key));
        if (now !== after.get(`${store}/${key}`)) stays.add(`${store}/${key}`);
      }
      kept = stays.size;
      for (const entry of before) {
        const { store, key } = entry;
        // A file goes with its job.
        const owner = store === 'files' ? `jobs/${key}` : `${store}/${key}`;
        if (stays.has(owner)) continue;
        entries.push(entry.store === 'plans' ? await asNextRevision(entry, read) : entry);
        if (store === 'runs') entries.push({ store: 'entries', key });
      }
      return entries;
    },
  });
  return done.ok ? kept : before.length;
}

/** Plans as they were, counted on: others have seen what came between. */
async function asNextRevision(entry: Entry, read: Reader): Promise<Entry> {
  if (entry.value === undefined) return entry;
  const now = (await read.one('plans', entry.key)) as StoredPlans | undefined;
  const old = entry.value as StoredPlans;
  return { ...entry, value: { ...old, revision: (now?.revision ?? old.revision) + 1 } };
}

function textOf(store: StoreName, stored: unknown): string | null {
  if (stored === undefined) return null;
  // Files are compared by the fingerprints of their jobs.
  return store === 'files' ? '' : recordText(plainOf(store as BundleKind, stored));
}

function entriesOf(
  part: PreviewPart,
  stored: unknown,
  brought: ReadonlyMap<string, Blob>,
): Entry[] {
  const { kind, record, standing, thereAt } = part;
  // What comes in place of something that was changed here later is changed now.
  const isTheirs = standing === 'new' || standing === 'newer';
  const dated = isTheirs && thereAt !== null ? { changedAt: thereAt } : {};
  const entry = (value: unknown): Entry => ({ store: kind, key: record.id, value, ...dated });
  switch (kind) {
    case 'jobs': {
      const blob = part.file === null ? undefined : brought.get(part.file);
      const file: Entry[] = blob ? [{ store: 'files', key: record.id, value: blob }] : [];
      // With its record, so that whoever shows the job looks for its file again.
      return [entry(record), ...file];
    }
    case 'plans': {
      const { revision = 0 } = (stored ?? {}) as Partial<StoredPlans>;
      return [entry({ ...record, revision: Math.max(revision, record.revision) + 1 })];
    }
    case 'runs':
      return [
        stored === undefined ? entry(record) : mergedEntry(record, standing, stored),
        { store: 'entries', key: record.id },
      ];
    case 'photos': {
      const blob = part.file === null ? undefined : brought.get(part.file);
      return blob ? [entry({ ...record, blob })] : [];
    }
    case 'printers':
    case 'spools':
    case 'measurements':
      return [entry(record)];
  }
}

function mergedEntry(there: Run, standing: Standing, stored: unknown): Entry {
  return { store: 'runs', key: there.id, value: mergedRun(there, standing, stored) };
}

/** What was told of a run here and there, merged; the rest is as it was changed last. */
function mergedRun(there: Run, standing: Standing, stored: unknown): Run {
  const read = parseRun(stored);
  if (!read.ok) return there;
  const here = read.value;
  // Where nobody knows which was changed last, what was told here stands.
  const newer = standing === 'newer' || standing === 'gone' ? there : here;
  const other = newer === here ? there : here;
  // One that came from another device knows nothing of its job; the one that was written here does.
  const written = [here, there].find(({ jobId }) => jobId !== HANDED) ?? newer;
  const { jobId, plan, outputs, isProven, picture, writtenAt } = written;
  const last = { ...newer, jobId, plan, outputs, isProven, picture, writtenAt };
  return {
    ...last,
    picture: last.picture ?? there.picture ?? here.picture,
    events: mergedEvents(here.events, there.events),
    log: mergedLog(newer.log, other.log),
  };
}

/** Unpacks and checks the bytes of all parts; by their names in the bundle. */
async function bytesOf(
  file: Blob,
  preview: Preview,
  parts: readonly PreviewPart[],
  onProgress: (bytes: number) => void,
): Promise<Result<ReadonlyMap<string, Blob>>> {
  const found = new Map<string, Blob>();
  const wanted = parts.filter((part) => part.file !== null);
  if (wanted.length === 0) return success(found);
  const size = wanted.reduce(
    (sum, { kind, record }) => sum + (kind === 'jobs' ? record.bytes : 0),
    0,
  );
  const missing = await missingRoom(size);
  if (missing) return refuse('storage-short', missing);
  return withWorker(BUNDLE_WORKER, async (service: BundleService) => {
    const opened = await service.open(file);
    if (!opened.ok) return opened;
    if (opened.value.head.savedAt !== preview.head.savedAt) {
      return refuse('another-file', 'The file has changed in the meantime. Open it again.');
    }
    let bytes = 0;
    for (const part of wanted) {
      const path = part.file as string;
      const blob = await unpacked(service, part, path, (now) => onProgress(bytes + now));
      if (!blob.ok) return blob;
      bytes += blob.value.size;
      found.set(path, blob.value);
    }
    return success(found);
  });
}

function unpacked(
  service: BundleService,
  part: PreviewPart,
  path: string,
  onProgress: (bytes: number) => void,
): Promise<Result<Blob>> {
  return part.kind === 'jobs'
    ? service.gcode(path, part.record.fingerprint, onProgress)
    : service.photo(path);
}
