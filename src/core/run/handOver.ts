import { deflateSync, inflateSync } from 'fflate';
import { refuse, success, type Result } from '../findings';
import { parseEvents, type RunEvent } from './following/events';
import { parseRunPlan, type RunPlan } from './runPlan';
import { moment } from '../shape';

/** A run as it is handed to another device: all that it needs, in the address itself. */
export interface HandedRun {
  readonly id: string;
  readonly runPlan: RunPlan;
  readonly startAt: number | null;
  readonly events: readonly RunEvent[];
}

/** More than this is no run, bytes: what somebody packs small must not fill the memory. */
const MOST_BYTES = 2_000_000;
/** Longest text that a run is packed in, letters: what browsers and messengers pass on whole. */
export const MOST_LINK_LETTERS = 30_000;
/** So many taps a link brings: an evening has some dozens. */
const MOST_EVENTS = 2000;

/** Packs a run into letters that may stand behind the # of an address. */
export function packRun(run: HandedRun): string {
  const json = new TextEncoder().encode(JSON.stringify(run));
  const packed = deflateSync(json, { level: 9 });
  const text = Array.from(packed, (byte) => String.fromCharCode(byte)).join('');
  return btoa(text).replaceAll('+', '-').replaceAll('/', '_').replaceAll('=', '');
}

/** What stands behind the # of a link, or all of a text that is pasted without its address. */
export function packedIn(text: string): string {
  return text.slice(text.lastIndexOf('#') + 1).replace(/\s+/g, '');
}

/** Unpacks a run that was shared, or says why it cannot be used. */
export function unpackRun(text: string): Result<HandedRun> {
  const damaged = refuse(
    'bad-record',
    'The link is incomplete. Copy all of it, or scan the code again.',
  );
  if (text.length > MOST_LINK_LETTERS) {
    return refuse(
      'bad-record',
      `The link has ${text.length} characters, more than the limit of ${MOST_LINK_LETTERS}. Save the run as a file instead.`,
    );
  }
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
  if (typeof json !== 'object' || json === null) return damaged;
  const own = (name: keyof HandedRun): unknown =>
    Object.hasOwn(json, name)
      ? (json as Partial<Record<keyof HandedRun, unknown>>)[name]
      : undefined;
  const [id, startAt, events] = [own('id'), own('startAt'), own('events')];
  if (typeof id !== 'string' || !/^[\w-]{1,80}$/.test(id)) return damaged;
  if (!Array.isArray(events) || events.length > MOST_EVENTS) return damaged;
  const plan = parseRunPlan(own('runPlan'));
  if (!plan.ok) return plan;
  const told = parseEvents(events);
  if (!told.ok) return told;
  const start = moment().isValidSync(startAt, { strict: true }) ? (startAt as number) : null;
  return success({ id, runPlan: plan.value, startAt: start, events: told.value });
}
