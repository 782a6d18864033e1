import { BUNDLE_ENDING, endingOf, type BundleKind, type Holding } from '@/core/bundle/form';
import type { Result } from '@/core/findings';
import { BUNDLE_WORKER } from '@/workers/kinds';
import { withWorker } from '@/workers/line/workerLine';
import type {
  GiveRecords,
  Packed,
  PackedRecord,
  BundleService,
} from '@/workers/bundle/bundleProtocol';
import { changesOf } from '../db/changes';
import { database } from '../db/db';
import type { Job } from '../records/records';
import { storedSetup } from '../records/recordShapes';
import { allSettings } from './bundleSettings';

/** What goes into a bundle. */
export interface Scope {
  readonly holds: Holding;
  readonly kinds: ReadonlySet<BundleKind>;
  /** The sliced files of the jobs. */
  readonly files: boolean;
  readonly settings: boolean;
  /** Only what belongs to this job; null for all. */
  readonly jobId: string | null;
  /** Only this run with its photos; missing for all of them. */
  readonly runId?: string;
}

/** Records that are read at a time: all of them may not fit into memory. */
const BATCH = 50;

interface Snapshot {
  readonly keys: readonly string[];
  readonly changes: ReadonlyMap<string, number>;
}

/** Saves what is stored as a bundle: into a file at once, or as a Blob. */
export async function saveBundle(
  scope: Scope,
  savedAt: number,
  to: FileSystemFileHandle | null,
  onProgress: (bytes: number) => void,
): Promise<Result<Packed>> {
  const { holds, settings } = scope;
  const order = { savedAt, holds, settings: settings ? allSettings() : null, to };
  const printers = await printersOf(scope.jobId);
  return withWorker(BUNDLE_WORKER, (service: BundleService) =>
    service.pack(order, giver(scope, printers), onProgress),
  );
}

/** Gives the records that belong to a scope, kind by kind. */
function giver(scope: Scope, printers: ReadonlySet<string>): GiveRecords {
  const { kinds, files, jobId, runId } = scope;
  const isPart = jobId !== null || runId !== undefined;
  const isWanted = (kind: BundleKind, record: unknown): boolean =>
    !isPart || belongsTo(kind, record, scope, printers);
  const snapshots = new Map<BundleKind, Promise<Snapshot>>();
  return async (kind, batch) => {
    if (!kinds.has(kind)) return null;
    const snapshot = snapshots.get(kind) ?? snapshotOf(kind);
    snapshots.set(kind, snapshot);
    const { keys, changes } = await snapshot;
    const wanted = keys.slice(batch * BATCH, (batch + 1) * BATCH);
    if (wanted.length === 0) return null;
    const tx = (await database()).transaction([kind, 'files', 'runs']);
    const records = await Promise.all(wanted.map((key) => tx.objectStore(kind).get(key)));
    const packed = await Promise.all(
      records.map(async (record, i): Promise<PackedRecord[]> => {
        if (record === undefined || !isWanted(kind, record)) return [];
        if (kind === 'photos' && isPart) {
          const run = await tx.objectStore('runs').get((record as { runId: string }).runId);
          if (!belongsTo('runs', run, scope, printers)) return [];
        }
        const id = wanted[i];
        const blob = kind === 'jobs' && files ? await tx.objectStore('files').get(id) : null;
        return [packedRecord(kind, id, record, blob, changes.get(id) ?? null)];
      }),
    );
    return packed.flat();
  };
}

function packedRecord(
  kind: BundleKind,
  id: string,
  record: unknown,
  file: unknown,
  changedAt: number | null,
): PackedRecord {
  if (kind === 'photos') {
    const { blob, ...photo } = record as { blob?: unknown };
    const attached = blob instanceof Blob ? { name: id, ending: 'jpg' as const, blob } : null;
    return { id, changedAt, record: photo, attached };
  }
  const { name, fileName } = record as Partial<Job>;
  const ending = endingOf(String(fileName), storedSetup(record) !== null);
  const attached = file instanceof Blob ? { name: String(name), ending, blob: file } : null;
  return { id, changedAt, record, attached };
}

async function snapshotOf(kind: BundleKind): Promise<Snapshot> {
  const [keys, changes] = await Promise.all([
    database().then((db) => db.getAllKeys(kind)),
    changesOf(kind),
  ]);
  return { keys, changes };
}

/** Whether a record is one of a job's own, or of a run's; photos belong to it by their run. */
function belongsTo(
  kind: BundleKind,
  record: unknown,
  { jobId, runId }: Pick<Scope, 'jobId' | 'runId'>,
  printers: ReadonlySet<string>,
): boolean {
  const { id, jobId: of, printerId } = (record ?? {}) as Readonly<Record<string, unknown>>;
  switch (kind) {
    case 'jobs':
    case 'plans':
      return id === jobId;
    case 'runs':
      return runId === undefined ? of === jobId : id === runId;
    case 'printers':
      return printers.has(String(id));
    case 'measurements':
      return printers.has(String(printerId));
    case 'spools':
      return false;
    case 'photos':
      return true;
  }
}

/** The printers that the plans of a job are for. */
async function printersOf(jobId: string | null): Promise<ReadonlySet<string>> {
  if (jobId === null) return new Set();
  const plans = (await (await database()).get('plans', jobId)) as {
    book?: { variants?: readonly { plan?: { printerId?: unknown } }[] };
  } | null;
  const ids = plans?.book?.variants?.map(({ plan }) => plan?.printerId) ?? [];
  return new Set(ids.filter((one): one is string => typeof one === 'string'));
}

/** What a bundle is called: `lamella-2026-04-02.lamella.zip`, or by its job. */
export function bundleName(jobName: string | null, savedAt: Date): string {
  const day = [savedAt.getFullYear(), savedAt.getMonth() + 1, savedAt.getDate()]
    .map((part) => String(part).padStart(2, '0'))
    .join('-');
  const words = (jobName ?? 'lamella').replace(/[^\p{L}\p{N}]+/gu, '-').replace(/^-+|-+$/g, '');
  return `${words.toLowerCase() || 'job'}-${day}${BUNDLE_ENDING}`;
}
