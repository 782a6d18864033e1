import { newSum } from '../sums';
import { joinRasters, rasterOf } from '@/core/geometry/raster/joinRasters';
import { LineBatcher } from '@/core/geometry/raster/lineBatch';
import { oneByOne, type LineSink } from '@/core/geometry/raster/lineSink';
import { FootprintRaster } from '@/core/geometry/raster/raster';
import type { MakeCells } from '@/core/geometry/raster/rasterCells';
import type { SettledRaster } from '@/core/geometry/footprint';
import { Helper, type HelperKinds } from './helper';

/** Batches that may wait for a raster, and chunks for the hash: some ten megabytes. */
const MOST_BATCHES = 24;
const MOST_CHUNKS = 6;

/** What is done with a file beside reading it: where its lines lie, and its fingerprint. */
export interface WorkBeside {
  readonly lines: LineSink;
  /** Takes the next bytes of the file, which are gone afterwards. */
  hash(chunk: Uint8Array<ArrayBuffer>): void;
  /** Waits until the helpers have caught up. */
  room(): Promise<void>;
  /** What the lines have covered, and the SHA-256 of the bytes in hexadecimal. */
  finish(): Promise<{ readonly raster: SettledRaster; readonly fingerprint: string }>;
  /** Ends all that was started. */
  end(): void;
}

/** Does it here, one thing after the other: where there is no second core, and no way to start helpers. */
export async function workHere(makeCells: MakeCells): Promise<WorkBeside> {
  const raster = new FootprintRaster(makeCells);
  const hash = await newSum();
  return {
    lines: raster,
    hash: (chunk) => {
      hash.update(chunk);
    },
    room: async () => {},
    finish: async () => ({ raster: raster.settle(), fingerprint: hash.digest('hex') }),
    end: () => {},
  };
}

/** Does it in helpers that run beside the reader; several rasters share the levels between them. */
export function workBeside({ startRaster, startHash, rasters }: HelperKinds): WorkBeside {
  const hash = new Helper<string>(startHash(), MOST_CHUNKS);
  const stamping = Array.from(
    { length: rasters },
    () => new Helper<SettledRaster>(startRaster(), MOST_BATCHES),
  );
  const batchers = stamping.map((one) => new LineBatcher((batch) => one.give(batch)));
  const [only] = batchers;
  const shared = oneByOne((x0, y0, x1, y1, width, level) =>
    batchers[rasterOf(level, rasters)].stamp(x0, y0, x1, y1, width, level),
  );
  return {
    lines: rasters === 1 ? only : shared,
    hash: (chunk) => hash.give(chunk),
    room: async () => {
      for (const helper of [hash, ...stamping]) await helper.room();
    },
    finish: async () => {
      for (const batcher of batchers) batcher.flush();
      const asked = Promise.all(stamping.map((helper) => helper.ask()));
      const [parts, fingerprint] = await Promise.all([asked, hash.ask()]);
      return { raster: joinRasters(parts), fingerprint };
    },
    end: () => {
      for (const helper of [hash, ...stamping]) helper.end();
    },
  };
}
