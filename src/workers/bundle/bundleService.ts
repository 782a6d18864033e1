import { newSum } from '../sums';
import { ZipTooLargeError } from '@/core/archive/zipWriter';
import type { BundleKind } from '@/core/bundle/form';
import {
  openBundle,
  readLines,
  settingsIn,
  unpackAttached,
  type OpenBundle,
} from '@/core/bundle/readBundle';
import { writeBundle, type BundledRecord } from '@/core/bundle/writeBundle';
import { refuse, success, type Result } from '@/core/findings';
import { imageSize } from '@/core/imageSize';
import { BlobGatherer, blobSource, chunkedBlob } from '../blobFiles';
import type { BundleService, GiveRecords, Packed, PackOrder } from './bundleProtocol';

/** A photo that Lamella kept is smaller than this, bytes. */
const MOST_PHOTO = 20e6;
/** Written bytes that are gathered before they go to a file. */
const GATHERED = 1 << 20;

/** Saves bundles, and opens them, one at a time. */
export function bundleService(): BundleService {
  let opened: OpenBundle | null = null;
  const bundle = (): OpenBundle => {
    if (!opened) throw new Error('No file is open.');
    return opened;
  };
  return {
    pack: async (order, give, onProgress) => {
      try {
        return success(await pack(order, give, onProgress));
      } catch (error) {
        if (!(error instanceof ZipTooLargeError)) throw error;
        return refuse(
          'too-large',
          'This is too much for one file (4 GB). Save without the sliced files, or job by job.',
        );
      }
    },
    open: async (file) => {
      const found = await openBundle(blobSource(file));
      if (!found.ok) return found;
      const settings = await settingsIn(found.value);
      if (!settings.ok) return settings;
      opened = found.value;
      return success({ head: opened.head, settings: settings.value });
    },
    lines: (kind, take) => readLines(bundle(), kind, take),
    gcode: async (file, sha256, onProgress) => {
      const hash = await newSum();
      const gatherer = new BlobGatherer();
      const done = await unpackAttached(
        bundle(),
        file,
        (chunk) => {
          hash.update(chunk);
          gatherer.push(chunk);
        },
        onProgress,
      );
      if (!done.ok) return done;
      if (hash.digest('hex') === sha256) return success(gatherer.finish());
      return refuse('another-file', `“${file}” in it is not the file that its job was made from.`);
    },
    photo: async (file) => {
      const gatherer = new BlobGatherer();
      const isLarge = (bundle().files.get(file)?.bytes ?? 0) > MOST_PHOTO;
      const done = isLarge
        ? refuse('too-large', `“${file}” in it is too large for a photo.`)
        : await unpackAttached(bundle(), file, (chunk) => gatherer.push(chunk));
      if (!done.ok) return done;
      return photoOf(gatherer.finish(), file);
    },
  };
}

async function photoOf(blob: Blob, file: string): Promise<Result<Blob>> {
  const head = new Uint8Array(await blob.slice(0, 1 << 20).arrayBuffer());
  return imageSize(head)
    ? success(new Blob([blob], { type: 'image/jpeg' }))
    : refuse('bad-record', `“${file}” in it is not a photo.`);
}

async function pack(
  order: PackOrder,
  give: GiveRecords,
  onProgress: (bytes: number) => void,
): Promise<Packed> {
  const { savedAt, holds, settings, to } = order;
  const content = { savedAt, holds, settings, records: (kind: BundleKind) => given(give, kind) };
  let written = 0;
  if (!to) {
    const gatherer = new BlobGatherer();
    const bytes = await writeBundle(content, (chunk) => {
      gatherer.push(chunk);
      written += chunk.length;
      onProgress(written);
    });
    return { bytes, blob: new Blob([gatherer.finish()], { type: 'application/zip' }) };
  }
  const file = await to.createWritable();
  try {
    let waiting: Uint8Array[] = [];
    let size = 0;
    const flush = async (): Promise<void> => {
      await file.write(new Blob(waiting as BlobPart[]));
      written += size;
      waiting = [];
      size = 0;
      onProgress(written);
    };
    const bytes = await writeBundle(content, async (chunk) => {
      waiting.push(chunk);
      size += chunk.length;
      if (size >= GATHERED) await flush();
    });
    await flush();
    await file.close();
    return { bytes, blob: null };
  } catch (error) {
    // What was there before stays as it was.
    await file.abort();
    throw error;
  }
}

async function* given(
  give: GiveRecords,
  kind: BundleKind,
): AsyncGenerator<readonly BundledRecord[]> {
  for (let number = 0; ; number++) {
    const batch = await give(kind, number);
    if (batch === null) return;
    yield batch.map(({ attached, ...record }) => ({
      ...record,
      attached: attached && {
        name: attached.name,
        ending: attached.ending,
        chunks: chunkedBlob(attached.blob).chunks(),
      },
    }));
  }
}
