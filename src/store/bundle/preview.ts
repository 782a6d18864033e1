import { storedSetup } from '../records/recordShapes';
import { KINDS, type BundleHead, type BundleKind, type BundleLine } from '@/core/bundle/form';
import { recordText } from '@/core/bundle/recordText';
import type { Job } from '../records/records';
import { knownTime, standingOf } from '@/core/bundle/standing';
import { success, type Result } from '@/core/findings';
import type { BundleService } from '@/workers/bundle/bundleProtocol';
import { BUNDLE_WORKER } from '@/workers/kinds';
import { withWorker } from '@/workers/line/workerLine';
import { changesOf } from '../db/changes';
import { database, type Database } from '../db/db';
import { LONG_AGO } from '../db/migrations';
import { printers } from '../printers';
import { shelf } from '../shelf';
import { otherSettings } from './bundleSettings';
import { PARSE, plainOf, type Parsed } from './bundleShapes';
import { itemsOf, type PreviewItem, type PreviewPart } from './previewItems';

/** Something in a bundle that cannot be used. */
interface Unusable {
  readonly kind: BundleKind;
  readonly id: string;
  readonly why: string;
}

/** What opening a bundle would bring. */
export interface Preview {
  readonly head: BundleHead;
  readonly items: readonly PreviewItem[];
  readonly unusable: readonly Unusable[];
  /** Names of settings that are other ones here. */
  readonly otherSettings: readonly string[];
  readonly settings: unknown;
  /** The clock was ahead of the one here when it was saved, or when something in it was changed. */
  readonly isAhead: boolean;
}

/** Reads a bundle and compares it with what is here; changes nothing. */
export async function previewBundle(
  file: Blob,
  onProgress: (records: number, of: number) => void,
): Promise<Result<Preview>> {
  const db = await database();
  const now = Date.now();
  // The examples that Lamella brings are here before anything is compared with them.
  await Promise.all([shelf.load(), printers.load()]);
  return withWorker(BUNDLE_WORKER, async (service: BundleService) => {
    const opened = await service.open(file);
    if (!opened.ok) return opened;
    const { head, settings } = opened.value;
    const of = KINDS.reduce((sum, kind) => sum + head.counts[kind], 0);
    const parts: PreviewPart[] = [];
    const unusable: Unusable[] = [];
    // A file that was saved in time to come has no time that could be relied on.
    const isFileAhead = knownTime(head.savedAt, now) === null;
    let isAhead = isFileAhead;
    let read = 0;
    for (const kind of KINDS) {
      const changes = await changesOf(kind);
      const take = async (lines: readonly BundleLine[]): Promise<void> => {
        const stored = await storedOf(db, kind, lines);
        lines.forEach((line, i) => {
          const parsed = parsedLine(kind, line);
          if (!parsed.ok) unusable.push({ kind, id: line.id, why: parsed.refusal.message });
          else {
            const hereAt = knownTime(changes.get(line.id) ?? timeless(stored[i]), now);
            // What Lamella has made itself has no time, whatever the clock said.
            const thereAt =
              isFileAhead && line.changedAt !== 0 ? null : knownTime(line.changedAt, now);
            if (line.changedAt !== null && thereAt === null) isAhead = true;
            parts.push(partOf(parsed.value, { ...line, changedAt: thereAt }, stored[i], hereAt));
          }
        });
        read += lines.length;
        onProgress(read, of);
      };
      const done = await service.lines(kind, take);
      if (!done.ok) return done;
    }
    const loose = await looseOf(db, parts);
    return success({
      head,
      items: itemsOf(parts.filter((one) => !loose.has(one))),
      unusable: [...unusable, ...[...loose].map(unusableOf)],
      isAhead,
      otherSettings: otherSettings(settings),
      settings,
    });
  });
}

/** The time of a record here of which that was never kept: long ago; of none: 0. */
function timeless({ record }: Stored): number {
  return record === undefined ? 0 : LONG_AGO;
}

/** Plans without their job and photos without their print: nothing would ever show them. */
async function looseOf(
  db: Database,
  parts: readonly PreviewPart[],
): Promise<ReadonlySet<PreviewPart>> {
  const brought = new Set(parts.map(({ kind, record }) => `${kind}/${record.id}`));
  const loose = new Set<PreviewPart>();
  for (const part of parts) {
    if (part.kind !== 'plans' && part.kind !== 'photos') continue;
    const [store, id] =
      part.kind === 'plans'
        ? (['jobs', part.record.id] as const)
        : (['runs', part.record.runId] as const);
    if (brought.has(`${store}/${id}`)) continue;
    if ((await db.getKey(store, id)) === undefined) loose.add(part);
  }
  return loose;
}

function unusableOf({ kind, record }: PreviewPart): Unusable {
  const owner = kind === 'plans' ? 'Their job' : 'Its print';
  return { kind, id: record.id, why: `${owner} is neither here nor in the file.` };
}

interface Stored {
  readonly record: unknown;
  readonly hasFile: boolean;
}

async function storedOf(
  db: Database,
  kind: BundleKind,
  lines: readonly BundleLine[],
): Promise<Stored[]> {
  const tx = db.transaction([kind, 'files']);
  return Promise.all(
    lines.map(async ({ id }) => {
      const [record, file] = await Promise.all([
        tx.objectStore(kind).get(id),
        kind === 'jobs' ? tx.objectStore('files').getKey(id) : undefined,
      ]);
      return { record, hasFile: file !== undefined };
    }),
  );
}

function parsedLine(kind: BundleKind, { id, record }: BundleLine): Result<Parsed> {
  const parsed = PARSE[kind](record);
  if (!parsed.ok) return parsed;
  if (parsed.value.record.id === id) return parsed;
  return { ok: false, refusal: { code: 'bad-record', message: 'Its id is wrong.' } };
}

function partOf(
  parsed: Parsed,
  { changedAt, file }: BundleLine,
  stored: Stored,
  hereAt: number | null,
): PreviewPart {
  const { kind } = parsed;
  const text = recordText(plainOf(kind, parsed.record));
  const here = stored.record === undefined ? null : recordText(plainOf(kind, stored.record));
  // What an older Lamella stored lacks what this one reads into it.
  const asRead = here === null || here === text ? here : (textAsRead(kind, stored.record) ?? here);
  const standing = standingOf({ text, changedAt }, { text: asRead, changedAt: hereAt });
  const isSameSlice =
    kind !== 'jobs' || (stored.hasFile && sliceOf(stored.record) === sliceOf(parsed.record));
  const isHere = isSameSlice && (kind === 'jobs' || standing === 'same');
  return {
    ...parsed,
    standing,
    thereAt: changedAt,
    hereAt,
    file: isHere ? null : file,
    lacksSlice: stored.hasFile && !isSameSlice && file === null,
    stored: here,
  };
}

/** What a job's layers come from: the fingerprint of its file, and how it is set up where that is a model. */
function sliceOf(job: unknown): string {
  const { fingerprint } = (job ?? {}) as Partial<Job>;
  const setup = storedSetup(job);
  return JSON.stringify([fingerprint, setup && recordText(setup)]);
}

function textAsRead(kind: BundleKind, stored: unknown): string | null {
  const parsed = PARSE[kind](stored);
  return parsed.ok ? recordText(plainOf(kind, parsed.value.record)) : null;
}
