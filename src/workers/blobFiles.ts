import { checkPlain, isArchive, unpackArchive, type UnpackProgress } from '@/core/archive/unpack';
import type { ByteSource } from '@/core/byteSource';
import { success, type Result } from '@/core/findings';
import type { ChunkedFile } from './beside/readWhole';

/** What a file is can be seen from its first bytes. */
const MAGIC_BYTES = 4096;
/** Unpacked bytes that are gathered before the browser may put them aside as a Blob. */
const GATHERED = 16 << 20;

/** Puts pieces together to a Blob, which the browser keeps outside of memory when it is large. */
export class BlobGatherer {
  private readonly blobs: Blob[] = [];
  private gathered: Uint8Array[] = [];
  private bytes = 0;

  push(chunk: Uint8Array): void {
    this.gathered.push(chunk);
    this.bytes += chunk.length;
    if (this.bytes >= GATHERED) this.putAside();
  }

  finish(): Blob {
    this.putAside();
    return new Blob(this.blobs);
  }

  private putAside(): void {
    this.blobs.push(new Blob(this.gathered as BlobPart[]));
    this.gathered = [];
    this.bytes = 0;
  }
}

/** Reads below this are served from pages, bytes: a file may have thousands of them, and each costs a while. */
const SMALL_READ = 64 << 10;
const PAGE = 256 << 10;
const KEPT_PAGES = 16;

/** A Blob as a source that is read piece by piece; small pieces share their memory. */
export function blobSource(blob: Blob): ByteSource {
  const pages = new Map<number, Promise<Uint8Array>>();
  const read = async (start: number, end: number): Promise<Uint8Array> =>
    new Uint8Array(await blob.slice(start, end).arrayBuffer());
  const page = (number: number): Promise<Uint8Array> => {
    const known = pages.get(number);
    if (known) return known;
    const fetched = read(number * PAGE, (number + 1) * PAGE);
    pages.set(number, fetched);
    // A failure is not kept: the next look asks again.
    fetched.catch(() => pages.delete(number));
    const [oldest] = pages.keys();
    if (pages.size > KEPT_PAGES) pages.delete(oldest);
    return fetched;
  };
  return {
    size: blob.size,
    slice: async (start, end) => {
      const number = Math.floor(start / PAGE);
      const last = Math.min(end, blob.size);
      if (end - start > SMALL_READ || last > (number + 1) * PAGE) return read(start, end);
      const from = number * PAGE;
      return (await page(number)).subarray(start - from, Math.max(start, last) - from);
    },
  };
}

/** Bytes read at a time: small enough for a lively progress display. */
const CHUNK = 2 << 20;

/** A Blob as it is read from its start to its end. */
export function chunkedBlob(blob: Blob): ChunkedFile {
  return { size: blob.size, chunks: () => chunksOfBlob(blob) };
}

/** The next chunk is fetched while one is worked on. */
async function* chunksOfBlob(blob: Blob): AsyncGenerator<Uint8Array<ArrayBuffer>> {
  const fetchAt = async (at: number): Promise<Uint8Array<ArrayBuffer>> =>
    new Uint8Array(await blob.slice(at, at + CHUNK).arrayBuffer());
  let coming = fetchAt(0);
  for (let at = 0; at < blob.size; at += CHUNK) {
    const chunk = await coming;
    coming = fetchAt(at + CHUNK);
    // A failure is thrown when its chunk is due, and not before.
    coming.catch(() => {});
    yield chunk;
  }
}

/**
 * The G-code in a file: the file itself when it is plain, otherwise what is packed in it. Archives
 * are unpacked as streams.
 */
export async function gcodeOf(
  file: Blob,
  onProgress: (progress: UnpackProgress) => void,
): Promise<Result<Blob>> {
  const source = blobSource(file);
  const head = await source.slice(0, MAGIC_BYTES);
  if (!isArchive(head)) {
    const verdict = checkPlain(head);
    return verdict.ok ? success(file) : verdict;
  }
  const gatherer = new BlobGatherer();
  const unpacked = await unpackArchive(source, (chunk) => gatherer.push(chunk), { onProgress });
  return unpacked.ok ? success(gatherer.finish()) : unpacked;
}
