import { writeZip, type Outlet, type ZipPart } from '../archive/zipWriter';
import { bytesOfText } from '../text';
import {
  BUNDLE_VERSION,
  fileNameIn,
  HEAD_NAME,
  KINDS,
  linesName,
  RECORDS_VERSION,
  SETTINGS_NAME,
  type BundleKind,
  type Holding,
  type FileEnding,
} from './form';
import { lineText, recordText } from './recordText';

/** Bytes that belong to a record. */
interface Attached {
  /** In the person's words; becomes part of the name in the bundle. */
  readonly name: string;
  readonly ending: FileEnding;
  readonly chunks: AsyncIterable<Uint8Array>;
}

/** Files that gain nothing from being packed. */
const IS_PACKED = /\.(jpg|3mf)$/;

/** A record that goes into a bundle. */
export interface BundledRecord {
  readonly id: string;
  readonly changedAt: number | null;
  readonly record: unknown;
  readonly attached: Attached | null;
}

/** What a bundle is made of. */
export interface BundleContent {
  readonly savedAt: number;
  readonly holds: Holding;
  /** By name; null for none. */
  readonly settings: Readonly<Record<string, unknown>> | null;
  /** The records of a kind, a few at a time: all of them may not fit into memory. */
  readonly records: (kind: BundleKind) => AsyncIterable<readonly BundledRecord[]>;
}

/**
 * Writes a bundle piece by piece: the records of each kind, then the bytes that belong to them, and at the end
 * what it is, so that one that was cut off says nothing.
 * @returns its bytes.
 */
export function writeBundle(content: BundleContent, outlet: Outlet): Promise<number> {
  return writeZip(partsOf(content), content.savedAt, outlet);
}

async function* partsOf(content: BundleContent): AsyncGenerator<ZipPart> {
  const { savedAt, holds, settings, records } = content;
  const counts: Partial<Record<BundleKind, number>> = {};
  const files: { readonly path: string; readonly attached: Attached }[] = [];
  for (const kind of KINDS) {
    let count = 0;
    const lines = async function* (): AsyncGenerator<Uint8Array> {
      for await (const batch of records(kind)) {
        const text = batch.map(({ id, changedAt, record, attached }) => {
          let file: string | null = null;
          if (attached) {
            const folder = kind === 'photos' ? 'photos' : 'files';
            file = fileNameIn(folder, files.length + 1, attached.name, attached.ending);
            files.push({ path: file, attached });
          }
          count++;
          return `${lineText({ id, changedAt, file, record })}\n`;
        });
        yield bytesOfText(text.join(''));
      }
    };
    yield { name: linesName(kind), isText: true, chunks: lines() };
    counts[kind] = count;
  }
  if (settings) yield textPart(SETTINGS_NAME, recordText(settings));
  for (const { path, attached } of files) {
    yield { name: path, isText: !IS_PACKED.test(path), chunks: attached.chunks };
  }
  const head = {
    lamella: 'bundle',
    version: BUNDLE_VERSION,
    records: RECORDS_VERSION,
    savedAt: new Date(savedAt).toISOString(),
    holds,
    counts,
  };
  yield textPart(HEAD_NAME, `${JSON.stringify(head, null, 2)}\n`);
}

function textPart(name: string, text: string): ZipPart {
  return { name, isText: true, chunks: [bytesOfText(text)] };
}
