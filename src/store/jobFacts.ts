import { boundsOf } from '@/core/geometry/columns';
import { PICTURE_CELLS, pictureOf } from '@/core/geometry/picture';
import type { OpenModel, OpenPrint } from '@/workers/protocol';
import type { Job } from './records';

/** What the Bench says of a job's file. */
export type JobFacts = Omit<Job, 'id' | 'name' | 'addedAt' | 'isDemo' | 'folder' | 'deleted'>;

/** Takes down what the Bench says of a file that was read, or of a model. */
export function factsOf(fileName: string, opened: OpenPrint | OpenModel): JobFacts {
  const { reading, fingerprint } = opened;
  const files = reading.sources.map(({ name, start, end }) => ({ name, start, end }));
  return {
    fileName,
    bytes: reading.bytes,
    fingerprint,
    layers: reading.layers.length,
    height: reading.layers.reduce((top, layer) => Math.max(top, layer.z), 0),
    seconds: reading.seconds.total,
    picture: pictureOf(reading.footprint, PICTURE_CELLS),
    bounds: boundsOf(reading.footprint),
    // Said even for one: it may come in place of several.
    files: files.length > 1 ? files : undefined,
    // A sliced file may come in place of a model.
    model: 'setup' in opened ? opened.setup : undefined,
  };
}
