import { number, object, string } from 'yup';
import { openZip, unpackFile } from '../archive/openZip';
import { RESOURCE_FORK } from '../archive/unpack';
import type { Sink } from '../archive/inflate';
import type { ZipEntry } from '../archive/zip';
import type { ByteSource } from '../byteSource';
import { refuse, success, type Result } from '../findings';
import { readShape, type ShapeWords } from '../shape';
import { textOfBytes } from '../text';
import {
  BUNDLE_VERSION,
  FILE_NAME,
  HEAD_NAME,
  HOLDINGS,
  KINDS,
  linesName,
  RECORDS_VERSION,
  SETTINGS_NAME,
  type BundleHead,
  type BundleKind,
  type BundleLine,
} from './form';
import { BadLineError, joined, LineCutter, readLine } from './lines';
import { readRecord } from './recordText';

/** A bundle whose directory and head were read. */
export interface OpenBundle {
  readonly source: ByteSource;
  readonly head: BundleHead;
  readonly files: ReadonlyMap<string, ZipEntry>;
}

/** More records of a kind than this nobody has. */
const MOST_RECORDS = 200_000;
/** Heads and settings are small. */
const MOST_SMALL = 1e6;
/** Lines handed on at a time. */
const BATCH = 50;

const foreign = (): Result<never> =>
  refuse('foreign-bundle', 'This zip was not saved by Lamella: its contents do not match.');

/** A file from before a kind came holds none of it, and does not say so. */
const count = () => number().integer().min(0).max(MOST_RECORDS).default(0);
const counts = object(
  Object.fromEntries(KINDS.map((kind) => [kind, count()])) as Record<
    BundleKind,
    ReturnType<typeof count>
  >,
);

const headSchema = object({
  lamella: string().oneOf(['bundle']).required(),
  version: number().integer().min(1).required(),
  records: number().integer().min(1).required(),
  savedAt: string()
    .matches(/^\d{4}-\d\d-\d\dT[\d:.]+Z$/)
    .required(),
  holds: string().oneOf(HOLDINGS).required(),
  counts: counts.required(),
});

const WORDS: ShapeWords = {
  what: 'The head of the file',
  code: 'foreign-bundle',
  passOverUnknown: true,
};

/** Whether a zip looks like a bundle, whatever its name. */
export async function looksLikeBundle(source: ByteSource): Promise<boolean> {
  const entries = await openZip(source);
  return entries.ok && entries.value.some(({ name }) => name === HEAD_NAME);
}

/** Opens a bundle: reads what it says of itself, and that it holds nothing else than a bundle does. */
export async function openBundle(source: ByteSource): Promise<Result<OpenBundle>> {
  const zip = await openZip(source);
  if (!zip.ok) return zip;
  const entries = zip.value.filter(
    ({ name }) => !RESOURCE_FORK.test(name) && !/^(files|photos)\/$/.test(name),
  );
  const files = new Map(entries.map((entry) => [entry.name, entry]));
  const headEntry = files.get(HEAD_NAME);
  if (!headEntry) return foreign();
  const json = await smallJson(source, headEntry);
  if (!json.ok) return json;
  const { version, records } = (json.value ?? {}) as { version?: unknown; records?: unknown };
  if (Number(version) > BUNDLE_VERSION || Number(records) > RECORDS_VERSION) {
    return refuse(
      'newer-bundle',
      'A newer Lamella saved this file. Reload the page to get that version, then open the file again.',
    );
  }
  const head = readShape(headSchema, json.value, WORDS);
  if (!head.ok) return head;
  const known = new Set([HEAD_NAME, SETTINGS_NAME, ...KINDS.map(linesName)]);
  // A file from before a kind came does not speak of it.
  const spoken = Object.keys((json.value as { counts: object }).counts);
  if (KINDS.some((kind) => spoken.includes(kind) && !files.has(linesName(kind)))) return foreign();
  const odd = entries.find(({ name }) => !known.has(name) && !FILE_NAME.test(name));
  if (odd) {
    const name = odd.name.slice(0, 60);
    return refuse(
      'foreign-bundle',
      `The file holds “${name}”, which Lamella does not save. Nothing was imported.`,
    );
  }
  const { savedAt, holds, counts } = head.value;
  const at = Date.parse(savedAt);
  if (!Number.isFinite(at)) return foreign();
  return success({ source, files, head: { savedAt: at, holds, counts } });
}

/** The settings in a bundle, by name; null when it has none. */
export async function settingsIn({ source, files }: OpenBundle): Promise<Result<unknown>> {
  const entry = files.get(SETTINGS_NAME);
  return entry ? smallJson(source, entry) : success(null);
}

async function smallJson(source: ByteSource, entry: ZipEntry): Promise<Result<unknown>> {
  const chunks: Uint8Array[] = [];
  if (entry.bytes > MOST_SMALL) return foreign();
  const unpacked = await unpackFile(source, entry, (chunk) => chunks.push(chunk));
  if (!unpacked.ok) return unpacked;
  const json = readRecord(textOfBytes(joined(chunks)));
  return json.ok
    ? json
    : refuse('damaged-archive', `“${entry.name}” in it is damaged: ${json.refusal.message}.`);
}

/**
 * Reads all records of a kind, a few at a time, and waits for whoever takes them. Refuses lines that are no
 * records, the same id twice, and a number of records that the head does not say.
 */
export async function readLines(
  { source, files, head }: OpenBundle,
  kind: BundleKind,
  take: (lines: readonly BundleLine[]) => Promise<void> | void,
): Promise<Result<null>> {
  const name = linesName(kind);
  const broken = (why: string): Result<never> =>
    refuse('damaged-archive', `The file is damaged: in “${name}”, ${why}.`);
  let lines: readonly Uint8Array[];
  try {
    const cutter = new LineCutter(head.counts[kind]);
    const entry = files.get(name);
    if (entry) {
      const unpacked = await unpackFile(source, entry, (chunk) => cutter.push(chunk));
      if (!unpacked.ok) return unpacked;
    }
    lines = cutter.finish();
  } catch (error) {
    if (error instanceof BadLineError) return broken(error.message);
    throw error;
  }
  const ids = new Set<string>();
  for (let at = 0; at < lines.length; at += BATCH) {
    const batch: BundleLine[] = [];
    for (const bytes of lines.slice(at, at + BATCH)) {
      const line = readLine(bytes);
      const number = at + batch.length + 1;
      if (!line.ok) return broken(`line ${number} cannot be read: ${line.refusal.message}`);
      const { id, file } = line.value;
      if (ids.has(id)) return broken(`line ${number} repeats the id of another line`);
      if (file !== null && !(FILE_NAME.test(file) && files.has(file))) {
        return broken(`line ${number} refers to a missing file`);
      }
      ids.add(id);
      batch.push(line.value);
    }
    await take(batch);
  }
  return success(null);
}

/** Unpacks the bytes that belong to a record. */
export function unpackAttached(
  { source, files }: OpenBundle,
  file: string,
  sink: Sink,
  onProgress?: (bytes: number) => void,
): Promise<Result<null>> {
  return unpackFile(source, files.get(file) as ZipEntry, sink, onProgress);
}
