// Figures of colours inside of layers: how much sections cost, how long orders take, and writing in another order.
import { plainRequest } from './plainRequest';
import { partsAnswer } from '../../cli/parts';
import { sourceOf } from '../../src/core/byteSource';
import { layerNumber } from '../../src/core/layers';
import { NO_LINES } from '../../src/core/geometry/raster/lineSink';
import { ORDINARY_PRINTER } from '../../src/core/motion/limits';
import { colourByColour } from '../../src/core/order/colourByColour';
import { fewestSwaps } from '../../src/core/order/fewestSwaps';
import type { Orderable } from '../../src/core/order/ordering';
import { prepareOutput } from '../../src/core/write/prepare';
import { writeOutput } from '../../src/core/blocks/pieces';
import { arrange, survey } from '../../src/core/write/request/partsRequest';
import { proveOutput } from '../../src/core/proof/proof';
import { ORDINARY_PROFILE } from '../../src/core/printer/printer';
import { GcodeReader, readGcode } from '../../src/core/read/reader';
import { NO_SETTINGS } from '../../src/core/recipe/settings';
import { inTurns, secondsOf } from '../turns';

/** Seconds of what is measured. */
export interface SideSeconds {
  readonly plain: number;
  readonly withSections: number;
  /** A file with one tool, and with three, read and told of its parts and orders. */
  readonly inspectOne: number;
  readonly inspectThree: number;
  readonly fewest: number;
  readonly byColour: number;
  readonly copy: number;
  readonly write: number;
  readonly read: number;
  readonly prove: number;
}

const PATCH = 40;
const STEP = 0.5;

/** Three patches of short lines in each layer, by three tools or by one. */
function bigParts(size: number, tools: boolean): Uint8Array {
  const parts: string[] = ['G21\nG90\nM83\nM104 S205\nM109 S205\nG28\nG92 E0\n'];
  let length = 0;
  for (let layer = 1; length < size; layer++) {
    const z = (layer * 0.2).toFixed(2);
    for (let tool = 0; tool < 3; tool++) {
      const x = 20 + tool * (PATCH + 3);
      const lines = [tools ? `T${tool}` : '; T', 'G1 E-0.8 F2100', `G0 X${x} Y40 Z${z} F9000`];
      lines.push('G1 E0.8 F2100');
      for (let y = 0; y < PATCH; y += STEP) {
        for (let at = STEP; at <= PATCH; at += STEP) {
          const to = (y / STEP) % 2 === 0 ? x + at : x + PATCH - at;
          lines.push(`G1 X${to.toFixed(3)} Y${(40 + y).toFixed(3)} E0.01900`);
        }
      }
      const text = `${lines.join('\n')}\n`;
      parts.push(text);
      length += text.length;
    }
  }
  parts.push('G1 E-0.8\nM104 S0\nM84\n');
  return new TextEncoder().encode(parts.join(''));
}

/** Layers that each hold all filaments, turned by one from layer to layer. */
function turning(layers: number, filaments: number): Orderable {
  const all = Array.from({ length: layers * filaments }, (_, i) => ({
    layer: layerNumber(1 + Math.floor(i / filaments)),
    filament: (i + Math.floor(i / filaments)) % filaments,
  }));
  return {
    layers: all.map(({ layer }) => layer),
    filaments: all.map(({ filament }) => filament),
    fixed: new Set(),
    purge: (from, to) => 60 + 10 * ((from * 3 + to) % 7),
  };
}

/** Measures colours inside of layers on files of so many bytes. */
export async function partsSeconds(size: number, rounds: number): Promise<SideSeconds> {
  const small = size / 5;
  const [one, three] = [bigParts(small, false), bigParts(small, true)];
  const alone = (bytes: Uint8Array): void => {
    const reader = new GcodeReader(ORDINARY_PRINTER, NO_LINES);
    reader.push(bytes);
    reader.finish();
  };
  const inlay = turning(12, 4);
  // Each lies on its own filament below, and within reach of what is more than two layers higher.
  const before = inlay.layers.map((high, i) =>
    inlay.layers.flatMap((low, j) =>
      (low === high - 1 && inlay.filaments[i] === inlay.filaments[j]) || low < high - 2 ? [j] : [],
    ),
  );
  const [plain, withSections, fewest, byColour] = await inTurns(
    rounds,
    () => alone(one),
    () => alone(three),
    () => fewestSwaps(turning(300, 8)),
    () => colourByColour(inlay, before),
  );
  const told = async (bytes: Uint8Array): Promise<void> => {
    await partsAnswer(sourceOf(bytes), readGcode(bytes, ORDINARY_PROFILE), ORDINARY_PROFILE);
  };
  const [inspectOne, inspectThree] = [
    await secondsOf(() => told(bigParts(size / 10, false))),
    await secondsOf(() => told(bigParts(size / 10, true))),
  ];
  const file = bigParts(size, true);
  const source = sourceOf(file);
  const reading = readGcode(file, ORDINARY_PROFILE);
  const arranged = arrange({
    reading,
    survey: await survey(source, reading, ORDINARY_PROFILE, [], 'commands'),
    sections: reading.sections.map(({ tool }, section) => {
      return {
        section,
        part: `T${tool}`,
        filament: `T${tool}`,
        settings: NO_SETTINGS,
        purge: null,
        asks: false,
      };
    }),
    order: 'fewest-swaps',
    dipMm: 0,
    fingerprint: '0'.repeat(64),
    nozzle: ORDINARY_PROFILE.nozzle,
    delivery: 'one-file',
    home: 'nothing',
  });
  if (!arranged.ok) throw new Error(arranged.refusal.message);
  const request = plainRequest(arranged.value);
  const prepared = await prepareOutput(source, reading, request);
  if (!prepared.ok) throw new Error(prepared.refusal.message);
  const output = sourceOf(writeOutput(file, prepared.value));
  const [copy, write] = await inTurns(
    rounds,
    () => new Uint8Array(file.length).set(file),
    () => writeOutput(file, prepared.value),
  );
  const read = await secondsOf(() => readGcode(file, ORDINARY_PROFILE));
  const prove = await secondsOf(async () => {
    const inputs = { reading, planned: request, printer: ORDINARY_PROFILE };
    const proof = await proveOutput(source, output, inputs);
    if (!proof.ok) throw new Error('The output in another order is not proven.');
  });
  return {
    plain,
    withSections,
    inspectOne,
    inspectThree,
    fewest,
    byColour,
    copy,
    write,
    read,
    prove,
  };
}
