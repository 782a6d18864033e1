import { strToU8, zipSync } from 'fflate';
import { deliveryText } from '@/core/delivery/deliveryText';
import type { Printer } from '@/core/printer/printer';
import type { Home } from '@/core/recipe/betweenFiles';
import type { OutputFile } from '@/base/job/outputState';

/** The files of a delivery in one archive, with a text that says in which order, and what to do in between. */
export async function zipOf(
  files: readonly OutputFile[],
  home: Home,
  printer: Printer,
): Promise<Blob> {
  const text = deliveryText(files, home, printer);
  const entries = await Promise.all(
    files.map(async ({ name, blob }) => [name, new Uint8Array(await blob.arrayBuffer())] as const),
  );
  // Kept as they are: packing them would hold the page up, and cards are large.
  const whole = { 'read-me.txt': strToU8(text), ...Object.fromEntries(entries) };
  return new Blob([zipSync(whole, { level: 0 })], { type: 'application/zip' });
}
