import { deflateSync, inflateSync } from 'fflate';
import { refuse, success, type Result } from '../findings';
import { parseEvents, type RunEvent } from './events';
import { parseRunPlan, type RunPlan } from './runPlan';

/** A run as it is handed to another device: all that it needs, in the address itself. */
export interface HandedRun {
  readonly id: string;
  readonly runPlan: RunPlan;
  readonly startAt: number | null;
  readonly events: readonly RunEvent[];
}

/** More than this is no run, bytes: what somebody packs small must not fill the memory. */
const MOST_BYTES = 2_000_000;

/** Packs a run into letters that may stand behind the # of an address. */
export function packRun(run: HandedRun): string {
  const json = new TextEncoder().encode(JSON.stringify(run));
  const packed = deflateSync(json, { level: 9 });
  const text = Array.from(packed, (byte) => String.fromCharCode(byte)).join('');
  return btoa(text).replaceAll('+', '-').replaceAll('/', '_').replaceAll('=', '');
}

/** Unpacks a run that was handed over, or says why it cannot be used. */
export function unpackRun(text: string): Result<HandedRun> {
  const damaged = refuse(
    'bad-record',
    'The link is not whole. Copy all of it, or take the square with the camera once more.',
  );
  let json: unknown;
  try {
    const packed = Uint8Array.from(atob(text.replaceAll('-', '+').replaceAll('_', '/')), (letter) =>
      letter.charCodeAt(0),
    );
    const whole = inflateSync(packed, { out: new Uint8Array(MOST_BYTES) });
    json = JSON.parse(new TextDecoder().decode(whole));
  } catch {
    return damaged;
  }
  const { id, runPlan, startAt, events } = (json ?? {}) as Partial<
    Record<keyof HandedRun, unknown>
  >;
  if (typeof id !== 'string' || !/^[\w-]{1,80}$/.test(id)) return damaged;
  const plan = parseRunPlan(runPlan);
  if (!plan.ok) return plan;
  const told = parseEvents(events);
  if (!told.ok) return told;
  const start = typeof startAt === 'number' && Number.isFinite(startAt) ? startAt : null;
  return success({ id, runPlan: plan.value, startAt: start, events: told.value });
}
