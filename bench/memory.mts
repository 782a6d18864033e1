// Reads the file named on the command line in a process of its own, from the disk and piece by piece as
// the page does; prints the peak of its memory, MB.
import { existsSync, openAsBlob, readFileSync } from 'node:fs';
import { ORDINARY_PRINTER } from '../src/core/motion/limits';
import { createPrintService } from '../src/workers/printService';

const file = await openAsBlob(process.argv[2]);
await createPrintService().open(file, ORDINARY_PRINTER, () => {});
console.log(JSON.stringify({ peakMb: peakMb() }));

/** On Linux `maxRSS` begins with the parent's own peak; the high-water mark is this process's alone. */
function peakMb(): number {
  const status = '/proc/self/status';
  const mark = existsSync(status) && /VmHWM:\s*(\d+)/.exec(readFileSync(status, 'utf8'));
  const kibibytes = mark ? Number(mark[1]) : process.resourceUsage().maxRSS;
  return (kibibytes * 1024) / 1_000_000;
}
