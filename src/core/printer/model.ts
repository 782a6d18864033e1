import type { PrinterModel } from '../motion/limits';

/** What reading and timing a file takes from a printer, in one text. */
function modelText({
  limits,
  heating,
  homingSeconds,
  probingSeconds,
  volume,
  filamentDiameter,
  stopWords,
}: PrinterModel): string {
  return JSON.stringify([
    limits,
    heating,
    homingSeconds,
    probingSeconds,
    volume,
    filamentDiameter,
    stopWords,
  ]);
}

/** Whether reading a file for two printers comes to the same. */
export function timesAlike(one: PrinterModel, other: PrinterModel): boolean {
  return one === other || modelText(one) === modelText(other);
}
