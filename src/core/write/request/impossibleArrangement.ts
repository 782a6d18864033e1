import { refuse, type Result } from '../../findings';
import { countsOtherSteps } from '../../gcode/settingSlots';
import type { SlicedFile, SlicedSection } from '../../read/slicedFile';
import { PrintedHeights } from '../../print/printedHeights';
import { boundsOf } from '../../geometry/columns';
import { homesInto, standingOf, whereToMove } from '../../printer/homing';
import { reachOf } from '../../printer/printer';
import { LEAST_CLEARANCE } from '../../recipe/actions';
import { printedSections } from '../../plan/arrangement';
import type { OutputRequest } from './request';
import { keepsOrder } from '../rising';
import { seamsOf, type Seam } from '../seams/seams';

/** Why the order that is asked for cannot be written; null when it can. */
export function impossibleArrangement(
  reading: SlicedFile,
  request: OutputRequest,
): Result<never> | null {
  const { arrangement } = request;
  const { sections } = reading;
  const { leftOut } = arrangement;
  const printed = printedSections(arrangement).map(({ section }) => section);
  const places = new Set([...printed, ...leftOut]);
  const count = printed.length + leftOut.length;
  if (places.size !== sections.length || count !== sections.length || printed.length === 0) {
    return refuse('bad-order', 'The order does not print every section of the file exactly once.');
  }
  const seams = seamsOf(reading, request);
  if (seams.every(({ follows }) => follows)) return null;
  const lost = lostStop(reading, request.takeOut, seams);
  if (lost) return lost;
  const isOwn = keepsOrder(reading, printed);
  const why = whyNoOtherOrder(reading, isOwn);
  if (why) return why;
  const high = seams.find(
    ({ follows, printedTop }) =>
      !follows && printedTop + LEAST_CLEARANCE > reachOf(request.printer).maxZ,
  );
  if (!high) return impossibleHoming(reading, request);
  return refuse(
    'no-room-to-lift',
    `In layer ${high.section.layer} the head has no room to lift over the print, which is ${high.printedTop.toFixed(2)} mm tall at that point.`,
  );
}

/** A stop of the file that stays must not be on a travel that is left out. */
function lostStop(
  { stops, sources }: SlicedFile,
  takeOut: OutputRequest['takeOut'],
  seams: readonly Seam[],
): Result<never> | null {
  const begins = new Set(sources.map(({ firstSection }) => firstSection));
  const gone = new Set(takeOut.map(({ line }) => line));
  const left = seams.filter(({ follows, planned }) => !follows && !begins.has(planned.section));
  const lost = stops.find(
    ({ line, offset }) =>
      !gone.has(line) &&
      left.some(({ section: { travelOffset, restartOffset } }) => {
        return offset >= travelOffset && offset < restartOffset;
      }),
  );
  if (!lost) return null;
  return refuse(
    'cannot-reorder',
    `The file’s own stop on line ${lost.line} (${lost.command}) is on a travel that is left out. Remove the stop, or print the file in its own order, as one file.`,
  );
}

/** Homing all axes brings the nozzle down to the bed where the printer homes: nothing may stand there. */
function impossibleHoming(
  reading: SlicedFile,
  { arrangement, printer }: OutputRequest,
): Result<never> | null {
  if (arrangement.opens.length === 0 || arrangement.home !== 'all') return null;
  const heights = new PrintedHeights(reading);
  const into = homesInto(printer, standingOf(heights));
  if (into === null) return null;
  const top = Math.max(...reading.layers.map(({ highest }) => highest));
  const where = whereToMove(boundsOf(reading.footprint), top, printer);
  return refuse(
    'head-would-hit',
    `Something is printed at X ${into.x.toFixed(0)} Y ${into.y.toFixed(0)}, where the printer homes Z. Between the files, home nothing or only X and Y. ${where}`.trim(),
  );
}

/**
 * Why a file can only be printed in its own order; null when it can be in others.
 * @param isOwn that is its order, and only travels between its sections are led otherwise, or cut.
 */
export function whyNoOtherOrder(
  {
    sections,
    sources,
    layers,
    continuous,
    hasUndrawn,
  }: Pick<SlicedFile, 'sections' | 'sources' | 'layers' | 'continuous' | 'hasUndrawn'>,
  isOwn = false,
): Result<never> | null {
  const no = (why: string): Result<never> =>
    refuse(
      'cannot-reorder',
      sources.length > 1
        ? `${why} It cannot be printed together with others.`
        : `${why} It can be ${isOwn ? 'written as one file' : 'printed in its own order'} only.`,
    );
  if (continuous) return no('The file prints in a spiral.');
  if (hasUndrawn) return no('Some of the print is too far out to analyse.');
  if (!isOwn && layers.some(({ z }, i) => i > 0 && z <= layers[i - 1].z)) {
    return no('The file prints its objects one after another.');
  }
  if (sections.some(({ state }) => state.lineNumber >= 0)) {
    return no('The lines of the file are numbered.');
  }
  if (sections.some(({ state }) => Number.isNaN(state.x + state.y + state.z + state.e))) {
    return no('At some point in the file the head position is unknown.');
  }
  const [first] = sections;
  if (sections.some((one) => movesOrigin(first, one))) {
    return no('The file moves the origin of X, Y or Z while printing (G92).');
  }
  if (sections.some((one) => countsOtherwise(first, one))) {
    return no('The file changes its counting modes while printing (M200, G18 or G19).');
  }
  if (sections.some(({ state }) => countsOtherSteps(first.state.settings, state.settings))) {
    return no('The file changes motor steps or its origin while printing (M92, M206).');
  }
  return null;
}

function movesOrigin({ state: a }: SlicedSection, { state: b }: SlicedSection): boolean {
  return a.offsetX !== b.offsetX || a.offsetY !== b.offsetY || a.offsetZ !== b.offsetZ;
}

function countsOtherwise({ state: a }: SlicedSection, { state: b }: SlicedSection): boolean {
  return a.volumetricArea !== b.volumetricArea || a.oddPlane !== b.oddPlane;
}
