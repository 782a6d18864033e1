// Reads the 3MF named on the command line in a process of its own; prints how long it took, s, and the peak of
// its memory, MB.
import { readFileSync } from 'node:fs';
import { readModel } from '../src/core/model/formats/readModel';
import { peakMb } from './peak';
import { secondsOf } from './turns';

/** What reading a packed model takes in a process that does nothing else. */
export interface PackedFigures {
  readonly seconds: number;
  readonly peakMb: number;
}

const bytes = readFileSync(process.argv[2]);
const seconds = await secondsOf(async () => {
  const read = await readModel(bytes, 'surface.3mf');
  if (!read.ok) throw new Error(read.refusal.message);
});
const figures: PackedFigures = { seconds, peakMb: peakMb() };
console.log(JSON.stringify(figures));
