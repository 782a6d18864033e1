import type { PrinterModel } from '@/core/motion/limits';
import type { PrintClient } from './printClient';
import type { OpenPrint } from './protocol';

/** A print that was read for one screen and may be wanted by the next. */
export interface HeldPrint {
  readonly client: PrintClient;
  readonly print: OpenPrint;
  readonly model: PrinterModel;
}

let held: HeldPrint | null = null;

/** Leaves an open print for whoever opens its job next. Only the latest one is kept open. */
export function handOver(print: HeldPrint): void {
  held?.client.close();
  held = print;
}

/** Takes an open print over, when it is the one of this file; it is the caller's to close. */
export function takeOver(fingerprint: string): HeldPrint | null {
  if (held?.print.fingerprint !== fingerprint) return null;
  const taken = held;
  held = null;
  return taken;
}
