import type { ByteSource } from '../byteSource';
import { refuse, success, type Refusal, type Result } from '../findings';
import { DamagedArchive } from './byteReader';
import { isBeyondMeasure } from './growth';
import type { Sink } from './inflate';
import { unpackEntry, zipEntries, type ZipEntry } from './zip';

/** Least bytes of a file's own header. */
const HEADER = 30;

/** Carries a refusal out of the middle of unpacking. Never leaves this file. */
class GrownError extends Error {}

const damaged = (why: string): Refusal => ({
  code: 'damaged-archive',
  message: `The file is damaged: ${why}. Copy it again, or take another one.`,
});

/** The files of a zip. Refuses one whose files have the same name or lie over one another. */
export async function openZip(source: ByteSource): Promise<Result<readonly ZipEntry[]>> {
  try {
    const entries = await zipEntries(source);
    if (new Set(entries.map(({ name }) => name)).size < entries.length) {
      return { ok: false, refusal: damaged('two of its files have the same name') };
    }
    const byPlace = entries.toSorted((a, b) => a.offset - b.offset);
    const isOver = byPlace.some(({ offset, packedBytes }, i) => {
      const next = byPlace[i + 1]?.offset ?? source.size;
      return offset + HEADER + packedBytes > next;
    });
    if (isOver) return { ok: false, refusal: damaged('its files overlap') };
    return success(entries);
  } catch (error) {
    if (error instanceof DamagedArchive) return { ok: false, refusal: damaged(error.message) };
    throw error;
  }
}

/**
 * Unpacks one file of a zip, and checks its sum and its lengths.
 * @param onProgress hears how many bytes have come out.
 */
export async function unpackFile(
  source: ByteSource,
  entry: ZipEntry,
  sink: Sink,
  onProgress: (bytes: number) => void = () => {},
): Promise<Result<null>> {
  const watch = (_packed: number, bytes: number): void => {
    if (bytes > entry.bytes || isBeyondMeasure(bytes, entry.packedBytes)) throw new GrownError();
    onProgress(bytes);
  };
  try {
    await unpackEntry(source, entry, sink, watch);
    return success(null);
  } catch (error) {
    if (error instanceof GrownError) {
      return refuse(
        'archive-too-large',
        `“${entry.name}” in it unpacks to far more than it states. Lamella stopped reading it.`,
      );
    }
    if (!(error instanceof DamagedArchive)) throw error;
    return { ok: false, refusal: damaged(`“${entry.name}” in it: ${error.message}`) };
  }
}
