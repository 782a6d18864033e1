import { existsSync, readFileSync } from 'node:fs';

/**
 * Peak of this process's memory, MB. On Linux `maxRSS` begins with the parent's own peak; the high-water mark
 * is this process's alone.
 */
export function peakMb(): number {
  const status = '/proc/self/status';
  const mark = existsSync(status) && /VmHWM:\s*(\d+)/.exec(readFileSync(status, 'utf8'));
  const kibibytes = mark ? Number(mark[1]) : process.resourceUsage().maxRSS;
  return (kibibytes * 1024) / 1_000_000;
}
