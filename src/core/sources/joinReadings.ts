import type { SourceSpan } from '../print/sources';
import { spannedCells } from '../geometry/columns';
import { cellsByLevel } from '../geometry/footprint';
import { layerNumber } from '../layers';
import type { PrintedPlace } from '../gcode/levels/levels';
import type { Finding } from '../findings';
import type { SlicedFile, SlicedSection } from '../read/slicedFile';
import type { JoinedPlaces } from './joinBytes';
import { joinFootprints } from './joinFootprints';
import { joinedLayer, layersByHeight } from './joinLayers';

/** A sliced file, as it was read alone. */
export interface ReadSource {
  readonly name: string;
  /** SHA-256 of its bytes. */
  readonly fingerprint: string;
  readonly reading: SlicedFile;
  /** Its first sections that are a skirt: see `withLeadIn`. */
  readonly leadIns: number;
}

/**
 * The reading of several files that lie one behind another in one input and are printed together: layers of
 * one height are one layer, and the sections stand in the order of the files. What leads to the first
 * printed line of a file and what comes behind its last one is printed for one of them only, so the totals
 * count the start of the first and the end of the last.
 */
export function joinReadings(sources: readonly ReadSource[], places: JoinedPlaces): SlicedFile {
  const readings = sources.map(({ reading }) => reading);
  const [first] = readings;
  const last = readings[readings.length - 1];
  const { heights, layerOf } = layersByHeight(readings.map(({ layers }) => layers));
  const spans = spansOf(sources, places, layerOf);
  const sections = readings.flatMap((reading, i) => sectionsIn(reading, i, spans[i]));
  const { footprint, skirtCells } = joinFootprints(readings, layerOf);
  const cellArea = footprint.cellMm ** 2;
  const skirtMm2 = skirtCells.length * cellArea;
  const exposed = cellsByLevel(footprint.top, heights.length);
  const spanned = spannedCells(footprint, heights.length);
  const layers = heights.map((_, i) => {
    const members = readings.flatMap((reading, k) =>
      reading.layers.flatMap((layer, own) =>
        layerOf[k][own] === i + 1 ? [{ ...layer, ...moved(layer, spans[k]) }] : [],
      ),
    );
    const exposedMm2 = exposed[i + 1] * cellArea + (i === 0 ? skirtMm2 : 0);
    const below = i === 0 ? null : heights[i - 1];
    return joinedLayer(layerNumber(i + 1), members, below, {
      exposedMm2,
      spanMm2: spanned[i] * cellArea,
    });
  });
  const sum = (of: (reading: SlicedFile) => number): number =>
    readings.reduce((total, reading) => total + of(reading), 0);
  const primedMm = (reading: SlicedFile): number =>
    reading.filamentMm - reading.sections.reduce((mm, { filamentMm }) => mm + filamentMm, 0);
  const stated = readings.map(({ statedSeconds }) => statedSeconds);
  return {
    bytes: places.size,
    lines: lastLine(spans, last),
    lineEnding: same(readings.map(({ lineEnding }) => lineEnding)) ?? 'mixed',
    units: first.units,
    extrusion: same(readings.map(({ extrusion }) => extrusion)) ?? 'mixed',
    continuous: readings.some(({ continuous }) => continuous),
    layers,
    sections,
    sources: spans,
    firstSections: new Uint32Array(0),
    ...joinedTimes(readings),
    filamentMm: sum(({ filamentMm }) => filamentMm) - sum(primedMm) + primedMm(first),
    footprint,
    skirtCells,
    hasUndrawn: readings.some(({ hasUndrawn }) => hasUndrawn),
    skirtMm2,
    largestFootprintMm2: layers.reduce((most, layer) => Math.max(most, layer.footprintMm2), 0),
    stops: readings.flatMap(({ stops }, i) =>
      stops.map((stop) => ({
        ...lineOf(stop, spans[i]),
        layer: stop.layer && spans[i].layerOf[stop.layer - 1],
      })),
    ),
    statedSeconds: stated.every((one) => one !== null)
      ? stated.reduce((all, one) => all + one, 0)
      : null,
    temperatures: {
      nozzle: [...new Set(readings.flatMap(({ temperatures }) => temperatures.nozzle))],
      bed: [...new Set(readings.flatMap(({ temperatures }) => temperatures.bed))],
    },
    leavesHot: last.leavesHot,
    settingLines: readings.flatMap(({ settingLines }, i) =>
      settingLines.map((line) => lineOf(line, spans[i])),
    ),
    priming: readings.flatMap(({ priming }) => priming),
    lineIndex: [],
    findings: sources.flatMap(({ name, reading }, i) =>
      reading.findings.map((finding) => namedFinding(finding, name, spans[i])),
    ),
  };
}

/** Times of files that are printed together. */
function joinedTimes(
  readings: readonly SlicedFile[],
): Pick<SlicedFile, 'seconds' | 'secondsBefore' | 'secondsAfter'> {
  const sum = (of: (reading: SlicedFile) => number): number =>
    readings.reduce((all, reading) => all + of(reading), 0);
  const { seconds, secondsBefore } = readings[0];
  const { secondsAfter } = readings[readings.length - 1];
  // Heating, homing and priming of all but the first, and the end of all but the last, are left out.
  const before = sum((one) => one.secondsBefore) - secondsBefore;
  const after = sum((one) => one.secondsAfter) - secondsAfter;
  const { heating } = seconds;
  const dwell = sum((one) => one.seconds.dwell);
  const total = sum((one) => one.seconds.total) - before - after;
  const motion = total - heating - dwell;
  return { seconds: { motion, dwell, heating, total }, secondsBefore, secondsAfter };
}

/** A line of a file as one of the input that it lies in. */
function lineOf<T extends { readonly line: number; readonly offset: number }>(
  line: T,
  { start, firstLine }: SourceSpan,
): T {
  return { ...line, line: line.line + firstLine - 1, offset: line.offset + start };
}

function spansOf(
  sources: readonly ReadSource[],
  { starts, ends }: JoinedPlaces,
  layerOf: readonly SourceSpan['layerOf'][],
): SourceSpan[] {
  const spans: SourceSpan[] = [];
  let firstLine = 1;
  let firstSection = 0;
  sources.forEach(({ name, fingerprint, reading, leadIns }, i) => {
    const endSection = firstSection + reading.sections.length;
    const [start, end] = [starts[i], ends[i]];
    const place = { start, end, firstLine, firstSection, endSection };
    const { lineIndex } = reading;
    spans.push({ name, fingerprint, ...place, leadIns, lineIndex, layerOf: layerOf[i] });
    firstLine += reading.lines;
    firstSection = endSection;
  });
  return spans;
}

function lastLine(spans: readonly SourceSpan[], last: SlicedFile): number {
  return spans[spans.length - 1].firstLine - 1 + last.lines;
}

type Place = Omit<PrintedPlace, 'state'>;

/** Places of a file as places of the input that it lies in. */
function moved(place: Place, { start, firstLine }: SourceSpan): Place {
  const lines = firstLine - 1;
  return {
    firstOffset: place.firstOffset + start,
    firstLine: place.firstLine + lines,
    restartOffset: place.restartOffset + start,
    restartLine: place.restartLine + lines,
    travelOffset: place.travelOffset + start,
    travelLine: place.travelLine + lines,
    endOffset: place.endOffset + start,
    endLine: place.endLine + lines,
  };
}

function sectionsIn({ sections }: SlicedFile, source: number, span: SourceSpan): SlicedSection[] {
  return sections.map((section) => ({
    ...section,
    ...moved(section, span),
    source,
    layer: span.layerOf[section.layer - 1],
  }));
}

function namedFinding(finding: Finding, name: string, { firstLine }: SourceSpan): Finding {
  const { line, message } = finding;
  return {
    ...finding,
    line: line === null ? null : line + firstLine - 1,
    message: `${name}: ${message}`,
  };
}

/** What all are, when they are the same; else undefined. */
function same<T>(all: readonly T[]): T | undefined {
  return all.every((one) => one === all[0]) ? all[0] : undefined;
}
