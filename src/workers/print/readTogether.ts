import { newSum } from '../sums';
import { success, type Result } from '@/core/findings';
import type { PrinterModel } from '@/core/motion/limits';
import type { Print } from '@/core/print/print';
import type { PrintTimes } from '@/core/read/times';
import { joinRead, type ReadFile } from '@/core/sources/readSources';
import { blobSource, chunkedBlob } from '../blobFiles';
import type { FilePlace } from './protocol';
import { readWhole, type WholeRead } from '../beside/readWhole';
import type { HelperKinds } from '../beside/helper';

/** The fingerprint of several files as one input: SHA-256 of theirs. */
async function joinedFingerprint(fingerprints: readonly string[]): Promise<string> {
  const hash = await newSum();
  hash.update(fingerprints.join(' '));
  return hash.digest('hex');
}

/**
 * Reads several files that lie one behind another, each alone, and joins what was read.
 * @param onProgress hears how many bytes of all have been read; answers whether to go on.
 * @returns `stopped` when it was not to go on.
 */
export async function readTogether(
  gcode: Blob,
  files: readonly FilePlace[],
  model: PrinterModel,
  helpers: HelperKinds | null,
  onProgress: (bytes: number, layers: number) => boolean,
): Promise<Result<WholeRead> | 'stopped'> {
  const read: ReadFile[] = [];
  for (const { name, start, end } of files) {
    const slice = gcode.slice(start, end);
    const whole = await readWhole(chunkedBlob(slice), model, helpers, false, ({ bytes, layers }) =>
      onProgress(start + bytes, layers),
    );
    if (typeof whole === 'string') return 'stopped';
    read.push({ name, input: blobSource(slice), ...whole });
  }
  const places = {
    starts: files.map(({ start }) => start),
    ends: files.map(({ end }) => end),
    size: gcode.size,
  };
  const joined = await joinRead(read, places);
  if (!joined.ok) return joined;
  const fingerprint = await joinedFingerprint(read.map((one) => one.fingerprint));
  return success({ reading: joined.value, fingerprint });
}

/** The times of a reading, as another printer is asked for them. */
export function timesIn({
  seconds,
  secondsBefore,
  secondsAfter,
  layers,
  sections,
}: Print): PrintTimes {
  return {
    seconds,
    secondsBefore,
    secondsAfter,
    layers: Float64Array.from(layers, (layer) => layer.seconds),
    sections: Float64Array.from(sections, (section) => section.seconds),
  };
}
