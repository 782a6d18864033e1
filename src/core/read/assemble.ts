import { wholeSource } from '../print/sources';
import type { FindingList } from '../findings';
import { spannedCells, takeSkirtOut } from '../geometry/columns';
import { cellsByLevel, footprintOf, MOST_LEVELS, type SettledRaster } from '../geometry/footprint';
import { trustedLabels, type TrustedLabels } from '../gcode/levels/labelSeries';
import { groupLevels, type LevelGroups } from './layerGroups';
import { layerNumber } from '../layers';
import type { LineIndex } from '../gcode/lines/lineIndex';
import type { LevelTracker } from '../gcode/levels/levelTracker';
import type { ExtrusionMode, LineEnding, SlicedFile, SlicedLayer } from './slicedFile';
import { reportWholeFile } from './report';
import { stopPlace, type StopAt } from '../gcode/stops';
import { firstIndex } from '../search';
import { sectionsBySlot } from '../print/sections';
import { timesOf, type CountedSeconds, type PrintTimes } from './times';

/** Above this share of extruded path that rises or falls, a file is a spiral. */
const SPIRAL_SHARE = 0.3;

/** What the pass over the file has gathered. */
export interface GatheredFile extends CountedSeconds {
  readonly bytes: number;
  readonly lines: number;
  readonly endings: { readonly lf: number; readonly crlf: number; readonly cr: number };
  readonly inches: boolean;
  readonly tracker: LevelTracker;
  readonly filamentMm: number;
  readonly stops: readonly StopAt[];
  readonly findings: FindingList;
  readonly statedSeconds: number | null;
  readonly temperatures: SlicedFile['temperatures'];
  readonly leavesHot: boolean;
  readonly settingLines: SlicedFile['settingLines'];
  readonly lineIndex: LineIndex;
  readonly cutOff: boolean;
  /** Nothing after the last printing move shuts the printer down. */
  readonly endsOpen: boolean;
  readonly skippedLine: boolean;
}

/** Makes the reading of what was gathered: layers, sections, footprint, and the findings on the whole. */
export function assembleReading(file: GatheredFile, raster: SettledRaster): SlicedFile {
  const { tracker } = file;
  const { levels } = tracker;
  const stamped = raster.covered.length - 1;
  const exposed = cellsByLevel(raster.top, stamped);
  const inputs = {
    boxes: raster.boxes.slice(1),
    covered: raster.covered.slice(1),
    exposed: [...exposed].slice(1),
    // A cell that is nobody's before a level, or nobody's after it, has it as its lowest or topmost one.
    onBed: [...cellsByLevel(raster.low, stamped)].slice(1),
  };
  const labels = trustedLabels(levels);
  const groups = groupLevels(levels, inputs, labels.marked);
  const footprint = footprintOf(raster, withZeroLevel(groups.layerOfLevel));
  const cellArea = footprint.cellMm ** 2;
  // Of a single layer nobody can tell what is a skirt.
  const skirtCells = groups.members.length > 1 ? takeSkirtOut(footprint) : new Uint32Array(0);
  const spans = spannedCells(footprint, groups.members.length);
  const firstSections = firstSectionsOf(tracker, groups);
  const times = timesOf(file, firstSections);
  const layers = layersOf(file, groups, labels, { raster, exposed, spans, cellArea, times });
  const whole: Omit<SlicedFile, 'findings'> = {
    bytes: file.bytes,
    lines: file.lines,
    lineEnding: lineEndingOf(file.endings),
    units: file.inches ? 'inch' : 'mm',
    extrusion: extrusionModeOf(tracker),
    continuous: tracker.slopedMm > SPIRAL_SHARE * tracker.extrudedMm,
    layers,
    seconds: times.seconds,
    secondsBefore: times.secondsBefore,
    secondsAfter: times.secondsAfter,
    sections: sectionsBySlot(firstSections, (layer, slot, place) => {
      const { z } = levels[tracker.sectionLevels[slot]];
      const { thickness } = layers[layer - 1];
      const seconds = times.sections[place];
      return { ...tracker.sections[slot], source: 0, layer, thickness, z, seconds };
    }),
    sources: [wholeSource(file.bytes, times.sections.length, layers.length, file.lineIndex)],
    firstSections,
    filamentMm: file.filamentMm,
    footprint,
    skirtCells,
    hasUndrawn: raster.overflowed || levels.length > MOST_LEVELS,
    skirtMm2: skirtCells.length * cellArea,
    largestFootprintMm2: layers.reduce((most, layer) => Math.max(most, layer.footprintMm2), 0),
    stops: file.stops.map((stop) => ({ ...stop, ...stopPlace(layers, stop.offset) })),
    statedSeconds: file.statedSeconds,
    temperatures: file.temperatures,
    leavesHot: file.leavesHot,
    settingLines: file.settingLines,
    priming: levels.slice(0, groups.priming).map(({ z }, i) => ({ box: inputs.boxes[i], z })),
    lineIndex: file.lineIndex,
  };
  reportWholeFile(file.findings, whole, {
    objects: groups.objects,
    asides: groups.asides,
    levels: levels.length,
    labels,
    labelHeights: groups.members.map(([first]) => labels.heights[first]),
    cutOff: file.cutOff,
    endsOpen: file.endsOpen,
    skippedLine: file.skippedLine,
    overflowed: raster.overflowed,
  });
  return { ...whole, findings: file.findings.toArray() };
}

/** The slot of the first section of each layer, and behind the last layer how many there are. */
function firstSectionsOf(
  { sectionLevels }: LevelTracker,
  { members }: LevelGroups,
): Uint32Array<ArrayBuffer> {
  const first = members.map(([level]) =>
    firstIndex(sectionLevels.length, (slot) => sectionLevels[slot] >= level),
  );
  return Uint32Array.from([...first, sectionLevels.length]);
}

/** What is known of the layers' cells and times. */
interface Measured {
  readonly raster: SettledRaster;
  /** Cells of each level that nothing later covers. */
  readonly exposed: Uint32Array;
  /** Cells that each layer spans. */
  readonly spans: Float64Array;
  /** mm². */
  readonly cellArea: number;
  readonly times: PrintTimes;
}

function layersOf(
  { tracker }: GatheredFile,
  groups: LevelGroups,
  { labels }: TrustedLabels,
  { raster: { covered }, exposed, spans, cellArea, times }: Measured,
): SlicedLayer[] {
  const { levels } = tracker;
  return groups.members.map((members, index): SlicedLayer => {
    const first = levels[members[0]];
    const last = levels[members[members.length - 1]];
    const total = (of: (level: number) => number): number =>
      members.reduce((sum, level) => sum + of(level), 0);
    return {
      number: layerNumber(index + 1),
      label: labels[members[0]],
      z: first.z,
      highest: members.reduce((top, level) => Math.max(top, levels[level].z), first.z),
      thickness: first.z - groups.floors[index],
      firstLine: first.firstLine,
      firstOffset: first.firstOffset,
      endLine: last.endLine,
      endOffset: last.endOffset,
      restartOffset: first.restartOffset,
      restartLine: first.restartLine,
      travelOffset: first.travelOffset,
      travelLine: first.travelLine,
      state: first.state,
      seconds: times.layers[index],
      filamentMm: total((level) => levels[level].filamentMm),
      footprintMm2: total((level) => covered[level + 1] ?? 0) * cellArea,
      exposedMm2: total((level) => exposed[level + 1] ?? 0) * cellArea,
      spanMm2: spans[index] * cellArea,
      tools: [...new Set(members.flatMap((level) => levels[level].tools))],
    };
  });
}

function lineEndingOf({ lf, crlf, cr }: GatheredFile['endings']): LineEnding {
  const kinds = [lf, crlf, cr].filter((count) => count > 0).length;
  if (kinds > 1) return 'mixed';
  return crlf > 0 ? 'crlf' : cr > 0 ? 'cr' : 'lf';
}

function extrusionModeOf({ sawAbsolute, sawRelative }: LevelTracker): ExtrusionMode {
  if (sawAbsolute && sawRelative) return 'mixed';
  return sawRelative ? 'relative' : 'absolute';
}

/** Raster levels count from 1, so that 0 can mean nothing. */
function withZeroLevel(layerOfLevel: Uint16Array): Uint16Array {
  const shifted = new Uint16Array(MOST_LEVELS + 1);
  shifted.set(layerOfLevel.subarray(0, MOST_LEVELS), 1);
  return shifted;
}
