import { newSum } from '../sums';
import { fastCells } from '@/core/geometry/raster/fastCells';
import { FootprintRaster } from '@/core/geometry/raster/raster';

/** Answers a message of the reader; `null` was for each piece of work, and asks for the end. */
export type AnswerReader = (answer: unknown, transfer: ArrayBuffer[]) => void;

/** A raster as a helper: takes batches of lines, and answers what they cover. */
export function rasterServer(answer: AnswerReader): (message: unknown) => void {
  const raster = new FootprintRaster(fastCells);
  return (message) => {
    if (message instanceof Float64Array) {
      raster.stampBatch(message);
      answer(null, []);
      return;
    }
    const settled = raster.settle();
    answer(settled, [settled.top.buffer, settled.low.buffer]);
  };
}

/** The fingerprint as a helper: takes bytes in their order, and answers their SHA-256 in hexadecimal. */
export function hashServer(answer: AnswerReader): (message: unknown) => void {
  // What comes before the hash is ready waits for it, in order.
  let ready = newSum();
  return (message) => {
    ready = ready.then((hash) => {
      if (message instanceof Uint8Array) {
        hash.update(message);
        answer(null, []);
      } else {
        answer(hash.digest('hex'), []);
      }
      return hash;
    });
    // A promise that fails in a worker is no error that anybody outside would hear of.
    ready.catch((error: unknown) => answer({ died: String(error) }, []));
  };
}
