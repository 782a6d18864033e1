import type { PrinterModel } from '../motion/limits';

/** All that reading and timing a file takes from a printer. */
const PARTS: readonly (keyof PrinterModel)[] = [
  'limits',
  'heating',
  'homingSeconds',
  'probingSeconds',
  'volume',
  'filamentDiameter',
  'stopWords',
];

/** Whether reading a file for two printers comes to the same. */
export function timesAlike(one: PrinterModel, other: PrinterModel): boolean {
  return PARTS.every((part) => JSON.stringify(one[part]) === JSON.stringify(other[part]));
}
