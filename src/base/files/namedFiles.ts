import { refuse, success, type Result } from '@/core/findings';
import { LF } from '@/core/gcode/lines/words';
import { ORDINARY_PRINTER } from '@/core/motion/limits';
import { layFiles } from '@/core/sources/joinBytes';
import type { JobFile } from '@/store/records/records';
import { PrintClient } from '@/workers/print/printClient';

/** A sliced file that is to be printed together with others: plain G-code. */
export interface NamedFile {
  readonly name: string;
  readonly gcode: Blob;
}

/**
 * Puts files in place of those that a job prints; `from` tells for each which of them it is or stands for, null
 * for a new one. Answers why that cannot be.
 */
export type OpenFiles = (
  files: readonly NamedFile[],
  from: readonly (number | null)[],
) => Promise<Result<null>>;

/** Lays files one behind another, as one. */
export async function layTogether(
  files: readonly NamedFile[],
): Promise<{ gcode: Blob; places: JobFile[] }> {
  const lasts = await Promise.all(
    files.map(async ({ gcode }) => new Uint8Array(await gcode.slice(-1).arrayBuffer())[0]),
  );
  const parts: BlobPart[] = [];
  const { starts, ends } = layFiles(
    files.map(({ gcode }, i) => ({ size: gcode.size, last: lasts[i] ?? LF })),
    (piece) => parts.push(typeof piece === 'number' ? files[piece].gcode : piece.slice()),
  );
  const places = files.map(({ name }, i) => ({ name, start: starts[i], end: ends[i] }));
  return { gcode: new Blob(parts), places };
}

/** The plain G-code of a file that somebody drops, unpacked and without swaps of Lamella's own. */
export async function plainFile(file: File): Promise<Result<NamedFile>> {
  const client = new PrintClient();
  try {
    const opened = await client.open(file, ORDINARY_PRINTER, () => {});
    if (!opened.ok) return refuse(opened.refusal.code, `${file.name}: ${opened.refusal.message}`);
    return success({ name: file.name.replace(/\.(gz|zip)$/i, ''), gcode: opened.value.file });
  } finally {
    client.close();
  }
}
