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

/** What reading a file takes from a printer besides its times, as one word. */
export function readingKeyOf({ filamentDiameter, stopWords }: PrinterModel): string {
  return JSON.stringify([filamentDiameter, stopWords]);
}

/** What timing a file takes from a printer, as one word. */
export function timesKeyOf(model: PrinterModel): string {
  return JSON.stringify(PARTS.map((part) => model[part]));
}

/** Whether reading a file for two printers comes to the same. */
export function timesAlike(one: PrinterModel, other: PrinterModel): boolean {
  return timesKeyOf(one) === timesKeyOf(other);
}
