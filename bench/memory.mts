// Reads the file named on the command line in a process of its own; prints the peak of its memory, MB.
import { readFileSync } from 'node:fs';
import { readGcode } from '../src/core/gcode/reader';
import { ORDINARY_PRINTER } from '../src/core/motion/limits';

const file = readFileSync(process.argv[2]);
readGcode(file, ORDINARY_PRINTER);
console.log(JSON.stringify({ peakMb: process.resourceUsage().maxRSS / 1000 }));
