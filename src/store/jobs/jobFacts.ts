import { boundsOf } from '@/core/geometry/columns';
import { PICTURE_CELLS, pictureOf } from '@/core/geometry/picture';
import type { OpenModel, OpenFile } from '@/workers/print/protocol';
import type { Job, JobContent } from '../records/records';

/** What the Bench says of a job's file. */
export type JobFacts = Omit<Job, 'id' | 'name' | 'addedAt' | 'isDemo' | 'folder' | 'deleted'>;

/** Takes down what the Bench says of a file that was read, or of a model. */
export function factsOf(fileName: string, opened: OpenFile | OpenModel): JobFacts {
  const { reading, fingerprint, file } = opened;
  return {
    fileName,
    bytes: file.size,
    fingerprint,
    layers: reading.layers.length,
    height: reading.layers.reduce((top, layer) => Math.max(top, layer.z), 0),
    seconds: reading.seconds.total,
    picture: pictureOf(reading.footprint, PICTURE_CELLS),
    bounds: boundsOf(reading.footprint),
    content: contentOf(opened),
  };
}

function contentOf(opened: OpenFile | OpenModel): JobContent {
  if (opened.kind === 'model') return { kind: 'model', setup: opened.setup };
  const { sources } = opened.reading;
  if (sources.length === 1) return { kind: 'file' };
  const files = sources.map(({ name, start, end }) => ({ name, start, end }));
  return { kind: 'files', files };
}
