import type { ByteSource } from '../byteSource';
import { refuse, success, type Result } from '../findings';
import type { Reading } from '../gcode/reading';
import { isInReach, reachOf } from '../printer/printer';
import { LEAST_CLEARANCE } from '../recipe/actions';
import { numbersOf } from '../recipe/recipe';
import { makeInsertions, printedTopBefore, type Insertion, type OutputRequest } from './insert';
import { findBlocks } from './proof';
import { brokenBlocks } from './strip';

/** Findings with which nothing may be written. */
const BLOCKING = new Set(['not-gcode', 'empty-file', 'no-extrusion', 'cut-off', 'line-too-long']);

/** Checks that a file can take swaps at all, and makes their blocks. */
export async function prepareOutput(
  input: ByteSource,
  reading: Reading,
  request: OutputRequest,
): Promise<Result<Insertion[]>> {
  const blocking = reading.findings.find(({ code }) => BLOCKING.has(code));
  if (blocking) return refuse(blocking.code, blocking.message, blocking.line ?? undefined);
  const { blocks, brokenLine, foundAny } = await findBlocks(input);
  if (foundAny) return brokenBlocks(brokenLine ?? blocks[0]?.line ?? 1);
  const impossible = impossibleMove(reading, request);
  if (impossible) return impossible;
  const insertions = await makeInsertions(input, reading, request);
  return success(insertions);
}

/** Refuses what the proof would refuse anyway, with the way out. */
export function impossibleMove(reading: Reading, request: OutputRequest): Result<never> | null {
  const { recipe, printer, swaps } = request;
  const late = swaps.find(({ layer }) => layer > reading.layers.length);
  if (late) {
    return refuse(
      'layer-out-of-range',
      `There is no layer ${late.layer}; the print has ${reading.layers.length} layers.`,
    );
  }
  const twice = swaps.find(({ layer }, i) => swaps[i + 1]?.layer === layer);
  if (twice) {
    return refuse(
      'two-swaps-on-a-layer',
      `Two swaps come before layer ${twice.layer}; one is enough.`,
    );
  }
  const heated = swaps.find(({ settings }) => settings.nozzle !== null);
  const known = reading.layers[0]?.state.nozzleTarget > 0 || reading.heatLines.length > 0;
  if (heated && !known) {
    return refuse(
      'unknown-temperature',
      'The file never says how hot the nozzle is, so a band cannot have its own temperature: nothing could go back to the file’s. Set the temperatures when you slice.',
    );
  }
  if (recipe.kind !== 'spelled-out') return null;
  const reach = reachOf(printer);
  const { park } = numbersOf(recipe, printer);
  if (!isInReach(park, 0, reach)) {
    return refuse(
      'park-out-of-reach',
      `The head cannot wait at X ${park.x} Y ${park.y}: ${printer.name} does not reach it. Move the park place.`,
    );
  }
  const tight = swaps.find(
    ({ layer }) => printedTopBefore(reading.layers, layer) + LEAST_CLEARANCE > reach.maxZ,
  );
  if (!tight) return null;
  return refuse(
    'no-room-to-lift',
    `Before layer ${tight.layer} the print is ${printedTopBefore(reading.layers, tight.layer).toFixed(2)} mm tall, and ${printer.name} ends at ${reach.maxZ} mm: the head has no room to lift.`,
  );
}
