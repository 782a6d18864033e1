// Reads the file named on the command line in a process of its own, from the disk and piece by piece as
// the page does; prints the peak of its memory, MB.
import { openAsBlob } from 'node:fs';
import { ORDINARY_PRINTER } from '../src/core/motion/limits';
import { createPrintService } from '../src/workers/print/printService';
import { peakMb } from './peak';

const file = await openAsBlob(process.argv[2]);
await createPrintService().open(file, ORDINARY_PRINTER, () => {});
console.log(JSON.stringify({ peakMb: peakMb() }));
