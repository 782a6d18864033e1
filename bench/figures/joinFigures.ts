// Figures of files that are printed together: reading them alone against joining, writing and proving.
import { plainRequest } from './plainRequest';
import { sourceOf } from '../../src/core/byteSource';
import type { Order } from '../../src/core/order/ordering';
import { prepareOutput } from '../../src/core/write/prepare';
import { writeOutput } from '../../src/core/blocks/pieces';
import { arrange, looksFor, survey } from '../../src/core/write/request/partsRequest';
import { proveOutput } from '../../src/core/proof/proof';
import { ORDINARY_PROFILE } from '../../src/core/printer/printer';
import { readGcode } from '../../src/core/read/reader';
import { NO_SETTINGS } from '../../src/core/recipe/settings';
import { joinFiles } from '../../src/core/sources/readSources';
import { secondsOf } from '../turns';

/** Seconds of what is measured, and how many ways were led over what stands. */
export interface JoinSeconds {
  readonly read: number;
  readonly join: number;
  readonly write: number;
  readonly prove: number;
  readonly lifts: number;
}

const SIDE = 40;
const STEP = 0.5;

/** A block of short lines at `x`, as a file of its own of so many bytes. */
function blockFile(size: number, x: number): Uint8Array {
  const parts = ['G21\nG90\nM83\nM140 S60\nM104 S205\nM109 S205\nG28\nG92 E0\n'];
  let length = 0;
  for (let layer = 1; length < size; layer++) {
    const z = (layer * 0.05).toFixed(2);
    const lines = ['G1 E-0.8 F2100', `G0 X${x} Y60 Z${z} F9000`, 'G1 E0.8 F2100'];
    for (let y = 0; y < SIDE; y += STEP) {
      for (let at = STEP; at <= SIDE; at += STEP) {
        const to = (y / STEP) % 2 === 0 ? x + at : x + SIDE - at;
        lines.push(`G1 X${to.toFixed(3)} Y${(60 + y).toFixed(3)} E0.00480`);
      }
    }
    const text = `${lines.join('\n')}\n`;
    parts.push(text);
    length += text.length;
  }
  parts.push('G1 E-0.8\nG0 Z30 F600\nM104 S0\nM140 S0\nM84\n');
  return new TextEncoder().encode(parts.join(''));
}

/** Joins, writes and proves three files of so many bytes each, printed in an order. */
export async function joinSeconds(size: number, order: Order): Promise<JoinSeconds> {
  const texts = [20, 64, 108].map((x) => blockFile(size, x));
  let readings: ReturnType<typeof readGcode>[] = [];
  const read = await secondsOf(() => {
    readings = texts.map((bytes) => readGcode(bytes, ORDINARY_PROFILE));
  });
  const files = texts.map((bytes, i) => {
    return { name: `${i}.gcode`, fingerprint: `${i}`.repeat(64), bytes, reading: readings[i] };
  });
  let joined: Awaited<ReturnType<typeof joinFiles>> | null = null;
  const joining = await secondsOf(async () => {
    joined = await joinFiles(files);
  });
  const made = joined as Awaited<ReturnType<typeof joinFiles>> | null;
  if (!made?.ok) throw new Error('The files are not joined.');
  const { bytes, reading } = made.value;
  const input = sourceOf(bytes);
  let output = new Uint8Array(0);
  let lifts = 0;
  let request: Parameters<typeof prepareOutput>[2] | null = null;
  const write = await secondsOf(async () => {
    const arranged = arrange({
      reading,
      survey: await survey(input, reading, ORDINARY_PROFILE, [], looksFor(order, reading)),
      sections: reading.sections.map(({ source }, section) => {
        return {
          section,
          part: String(source + 1),
          filament: `F${source}`,
          settings: NO_SETTINGS,
          purge: null,
          asks: false,
        };
      }),
      order,
      dipMm: order === 'as-sliced' ? ORDINARY_PROFILE.nozzle.headClearance.heightMm : 0,
      fingerprint: '',
      nozzle: ORDINARY_PROFILE.nozzle,
      delivery: 'one-file',
      home: 'nothing',
    });
    if (!arranged.ok) throw new Error(arranged.refusal.message);
    request = plainRequest(arranged.value);
    const prepared = await prepareOutput(input, reading, request);
    if (!prepared.ok) throw new Error(prepared.refusal.message);
    lifts = prepared.value.filter(({ title }) => title?.kind === 'lift').length;
    output = new Uint8Array(writeOutput(bytes, prepared.value));
  });
  const prove = await secondsOf(async () => {
    const inputs = { reading, planned: request, printer: ORDINARY_PROFILE };
    const proof = await proveOutput(input, sourceOf(output), inputs);
    if (!proof.ok) throw new Error('The files together are not proven.');
  });
  return { read, join: joining, write, prove, lifts };
}
