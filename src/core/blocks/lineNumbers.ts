import type { MachineState } from '../gcode/machine';

/** How lines are numbered at a place of the file; null where they are not. */
export interface LineNumbering {
  /** Number of the line before the place. */
  readonly last: number;
  /** Lines carry a check sum. */
  readonly sums: boolean;
}

export function numberingOf({ lineNumber, sums }: MachineState): LineNumbering | null {
  return lineNumber < 0 ? null : { last: lineNumber, sums };
}

/**
 * Commands with numbers that go on from the line before, and a last one (`M110`) that sets the
 * printer's count back, so that the file's own next line is the one that it waits for.
 * @param goesOnAfter the number that the file's next line follows.
 */
export function withNumbers(
  commands: readonly string[],
  { last, sums }: LineNumbering,
  goesOnAfter: number = last,
): string[] {
  let number = last;
  const lines = commands.map((command) => {
    if (command.startsWith(';')) return command;
    number++;
    return summed(`N${number} ${command.replace(/\s*;.*$/, '')}`, sums);
  });
  // The number stands twice: some firmwares take the first, some the second.
  return [...lines, summed(`N${goesOnAfter} M110 N${goesOnAfter}`, sums)];
}

/** A line with the XOR of its bytes behind it, as serial firmwares check it. */
function summed(line: string, sums: boolean): string {
  if (!sums) return line;
  let sum = 0;
  for (let i = 0; i < line.length; i++) sum ^= line.charCodeAt(i);
  return `${line}*${sum}`;
}
