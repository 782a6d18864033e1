import type { Insertion } from './insertion';

/**
 * The output as a list of parts: stretches of the input, copied as they are, and blocks between
 * them, in the order of the output. Nothing of the input is printed again.
 */
export function outputParts<T>(
  inputSize: number,
  insertions: readonly Pick<Insertion, 'offset' | 'bytes' | 'resume'>[],
  stretch: (start: number, end: number) => T,
): (T | Uint8Array)[] {
  const parts: (T | Uint8Array)[] = [];
  let at = 0;
  for (const { offset, bytes, resume } of insertions) {
    parts.push(stretch(at, offset), bytes);
    at = resume.offset;
  }
  parts.push(stretch(at, inputSize));
  return parts;
}

/** The files of an output, each as its parts; one, unless the plan delivers several. */
export function outputFiles<T>(
  inputSize: number,
  insertions: readonly Pick<Insertion, 'offset' | 'bytes' | 'resume' | 'endsFile'>[],
  stretch: (start: number, end: number) => T,
): (T | Uint8Array)[][] {
  const parts = outputParts(inputSize, insertions, stretch);
  const files: (T | Uint8Array)[][] = [];
  let from = 0;
  insertions.forEach(({ endsFile }, i) => {
    if (!endsFile) return;
    files.push(parts.slice(from, 2 * i + 2));
    from = 2 * i + 2;
  });
  return [...files, parts.slice(from)];
}

/** Writes the files of an output, each into a buffer of its own. */
export function writeOutputFiles(
  input: Uint8Array,
  insertions: readonly Insertion[],
): Uint8Array[] {
  const stretch = (from: number, to: number): Uint8Array => input.subarray(from, to);
  return outputFiles(input.length, insertions, stretch).map(joined);
}

/** Where in all files of an output, one behind another, each but the first begins. */
export function cutsOf(files: readonly { readonly length: number }[]): number[] {
  let at = 0;
  return files.slice(0, -1).map(({ length }) => (at += length));
}

/** Writes the output into one buffer. */
export function writeOutput(input: Uint8Array, insertions: readonly Insertion[]): Uint8Array {
  return joined(outputParts(input.length, insertions, (from, to) => input.subarray(from, to)));
}

/** The file without what Lamella put into it: its stretches between the insertions, in order. */
export function withoutInsertions<T>(
  size: number,
  insertions: readonly { readonly start: number; readonly end: number }[],
  stretch: (start: number, end: number) => T,
): T[] {
  const starts = [0, ...insertions.map(({ end }) => end)];
  const ends = [...insertions.map(({ start }) => start), size];
  return starts.map((start, i) => stretch(start, ends[i]));
}

/** Puts parts into one buffer. */
export function joined(parts: readonly Uint8Array[]): Uint8Array {
  const whole = new Uint8Array(parts.reduce((sum, { length }) => sum + length, 0));
  let at = 0;
  for (const part of parts) {
    whole.set(part, at);
    at += part.length;
  }
  return whole;
}
