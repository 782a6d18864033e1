import type { ByteSource } from '../byteSource';
import { refuse, success, type Result } from '../findings';
import type { SlicedFile } from '../read/slicedFile';
import { isInReach, reachOf } from '../printer/printer';
import { LEAST_CLEARANCE } from '../recipe/actions';
import { numbersOf } from '../recipe/recipe';
import { impossibleArrangement } from './request/impossibleArrangement';
import type { Insertion } from '../blocks/insertion';
import { printedSections, swapsOf } from '../plan/arrangement';
import { makeInsertions } from './insertions';
import type { OutputRequest } from './request/request';
import { seamsOf } from './seams/seams';
import { PrintedHeights } from '../print/printedHeights';
import { ownStopWord } from '../printer/stopKinds';
import { findBlocks } from '../blocks/findBlocks';
import { NOT_FOLLOWED } from '../read/slicedFile';
import { PARK_DISTANCE } from '../printer/nozzleShape';
import { brokenBlocks } from '../blocks/strip';

/** Findings with which nothing may be written. */
const BLOCKING = new Set([
  'not-gcode',
  'empty-file',
  'no-extrusion',
  'cut-off',
  'line-too-long',
  ...NOT_FOLLOWED,
]);

/** Checks that a file can take swaps at all, and makes their blocks. */
export async function prepareOutput(
  input: ByteSource,
  reading: SlicedFile,
  request: OutputRequest,
): Promise<Result<Insertion[]>> {
  const { blocks, brokenLine, foundAny } = await findBlocks(input);
  if (foundAny) return brokenBlocks(brokenLine ?? blocks.at(0)?.line ?? 1);
  const impossible = impossibleMove(reading, request);
  if (impossible) return impossible;
  const insertions = await makeInsertions(input, reading, request);
  if (insertions.length === 0) {
    return refuse('bad-plan', 'The plan changes nothing: it has no swaps.');
  }
  return success(insertions);
}

/** Refuses what the proof would refuse anyway, with the way out. */
export function impossibleMove(reading: SlicedFile, request: OutputRequest): Result<never> | null {
  const blockers = reading.findings.filter(({ code }) => BLOCKING.has(code));
  const blocking = blockers.find(({ severity }) => severity === 'error') ?? blockers.at(0);
  if (blocking) return refuse(blocking.code, blocking.message, blocking.line ?? undefined);
  return (
    impossibleArrangement(reading, request) ??
    impossibleSwap(reading, request) ??
    unknownTemperature(reading, request) ??
    impossibleStop(reading, request)
  );
}

function impossibleSwap({ layers }: SlicedFile, { unplaced }: OutputRequest): Result<never> | null {
  const late = unplaced.at(0);
  if (late === undefined) return null;
  return refuse(
    'layer-out-of-range',
    `There is no layer ${late}; the print has ${layers.length} layers.`,
  );
}

/** A temperature that the file never tells, since a macro at its start sets it, cannot be gone back to. */
function unknownTemperature(
  reading: SlicedFile,
  { arrangement, recipe, loadFirst }: OutputRequest,
): Result<never> | null {
  const printed = printedSections(arrangement);
  const target = (place: number): number =>
    reading.sections[printed[place].section].state.nozzleTarget;
  const heated = printed.findIndex(({ settings: { nozzle }, begins }, i) => {
    const before = printed[i - 1]?.settings.nozzle ?? null;
    const changes = begins ? nozzle !== null || before !== null : nozzle !== before;
    return changes && !(target(i) > 0);
  });
  if (heated >= 0) {
    const { layer } = reading.sections[printed[heated].section];
    return refuse(
      'unknown-temperature',
      `The file does not say how hot the nozzle is before layer ${layer}, so a band cannot have its own temperature: Lamella could not restore the file’s. Set the temperatures in the slicer.`,
    );
  }
  const opened = arrangement.opens.find((at) => !(target(at) > 0));
  if (opened !== undefined) {
    const { layer } = reading.sections[printed[opened].section];
    return refuse(
      'unknown-temperature',
      `The file does not say how hot the nozzle is before layer ${layer}, so the file that begins there could not heat it. Set the temperatures in the slicer, or write one file.`,
    );
  }
  const moves = recipe.kind === 'spelled-out' || recipe.kind === 'host-scripts';
  const waitsCooler = moves && recipe.standby !== null;
  const tells = recipe.kind === 'change-command' && recipe.resumeTemperature;
  if (!waitsCooler && !tells) return null;
  const stops = [
    ...(loadFirst === null ? [] : [0]),
    ...swapsOf(reading, arrangement).map(({ at }) => at),
  ];
  const place = stops.find((one) => !(target(one) > 0));
  if (place === undefined) return null;
  const cold = reading.sections[printed[place].section].layer;
  const wish = waitsCooler
    ? 'cool down while waiting: nothing could reheat it'
    : 'tell the printer which temperature to return to';
  return refuse(
    'unknown-temperature',
    `The file does not say how hot the nozzle is before layer ${cold}, so the swap cannot ${wish}. Set the temperatures in the slicer, or remove that from the recipe.`,
  );
}

function impossibleStop(reading: SlicedFile, request: OutputRequest): Result<never> | null {
  const { recipe, printer } = request;
  const word = ownStopWord(recipe.command);
  if (word !== null && !printer.stopWords.includes(word)) {
    return refuse(
      'unknown-macro',
      `${printer.name} would be stopped by the macro ${word}, which its profile does not list. Add it to the printer’s stop macros if the printer knows it.`,
    );
  }
  const moves = recipe.kind === 'spelled-out' || recipe.kind === 'host-scripts';
  if (reading.hasUndrawn && (moves || Object.keys(recipe.change).length > 0)) {
    return refuse(
      'too-large',
      'Some of the print is too far out or too high to analyse, so Lamella cannot tell what a swap would hit. Use a plain stop command instead.',
    );
  }
  if (!moves) return null;
  if (recipe.releaseExtruder && !printer.firmware.namesMotors) {
    return refuse(
      'cannot-free-extruder',
      `Releasing the extruder may switch off all motors of ${printer.name}, and it would lose its position. State in its profile that it runs the file itself, or keep the extruder motor on.`,
    );
  }
  const reach = reachOf(printer);
  const { park } = numbersOf(recipe, printer);
  // A host's script parks by itself; where, is written into it.
  if (!isInReach(park, 0, reach)) {
    return refuse(
      'park-out-of-reach',
      `The head cannot park at X ${park.x} Y ${park.y}: ${printer.name} cannot reach it. Move the park position.`,
    );
  }
  if (new PrintedHeights(reading).everNear(park, PARK_DISTANCE)) {
    return refuse(
      'park-over-print',
      `The head cannot park at X ${park.x} Y ${park.y}: the file prints there or within ${PARK_DISTANCE} mm. Move the park position or the part.`,
    );
  }
  const tight = seamsOf(reading, request).find(
    ({ swaps, printedTop }) => swaps && printedTop + LEAST_CLEARANCE > reach.maxZ,
  );
  if (!tight) return null;
  const { section, printedTop } = tight;
  return refuse(
    'no-room-to-lift',
    `Before layer ${section.layer} the print is ${printedTop.toFixed(2)} mm tall, and ${printer.name} ends at ${reach.maxZ} mm: the head has no room to lift.`,
  );
}
