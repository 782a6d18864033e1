import { wholeSource } from '../print/sources';
import { bytesOfText } from '../text';
import { crc32 } from '../archive/crc32';
import { layerNumber } from '../layers';
import type { PrintedPlace } from '../gcode/levels/levels';
import type { MachineState } from '../gcode/machine';
import type { SettingLine } from '../gcode/settingName';
import { STATE_FIELDS, type StateField } from '../gcode/stateFields';
import type { PrintAnalysis } from '../print/analysis';
import {
  columnsOf,
  READER_VERSION,
  type Columns,
  type KeptReading,
  type ReadingKey,
  type Rest,
} from './keptForm';
import type { SlicedFile, SlicedLayer, SlicedSection } from './slicedFile';
import { sectionsBySlot } from '../print/sections';

const PLACE_NUMBERS = [
  'firstLine',
  'firstOffset',
  'endLine',
  'endOffset',
  'restartOffset',
  'restartLine',
  'travelOffset',
  'travelLine',
] as const satisfies readonly (keyof PrintedPlace)[];
const LAYER_NUMBERS = [
  'z',
  'highest',
  'thickness',
  ...PLACE_NUMBERS,
  'seconds',
  'filamentMm',
  'footprintMm2',
  'exposedMm2',
  'spanMm2',
] as const satisfies readonly (keyof SlicedLayer)[];
const SECTION_NUMBERS = [
  'tool',
  'z',
  ...PLACE_NUMBERS,
  'seconds',
  'filamentMm',
  'pushedBeforeMm',
] as const satisfies readonly (keyof SlicedSection)[];
const BOOLEANS: ReadonlySet<StateField> = new Set<StateField>([
  'relativeE',
  'firmwareRetracted',
  'motorsReleased',
  'oddPlane',
  'sums',
]);
const STATE_NUMBERS = STATE_FIELDS.filter((field) => field !== 'settings' && field !== 'named');
/** A state's numbers, the row of its settings, and the place of those with names. */
const STATE_ROW = STATE_NUMBERS.length + 2;
const LAYER_ROW = LAYER_NUMBERS.length + STATE_ROW;
const SECTION_ROW = SECTION_NUMBERS.length + STATE_ROW;
const SETTINGS = ['nozzle', 'fan', 'flow', 'speed', 'remaining'] as const;
const SETTING_ROW = 6;

/** Makes columns of a reading. They share no memory with it. */
export function keepReading(
  { fingerprint, printer }: ReadingKey,
  whole: SlicedFile,
  analysis: PrintAnalysis,
): KeptReading {
  const { layers, sections, footprint, lineIndex, settingLines, ...others } = whole;
  const { skirtCells, firstSections, sources: _sources, ...reading } = others;
  const { top, low, ...place } = footprint;
  const settings = new SettingsTable();
  const layerTable = new Float64Array(layers.length * LAYER_ROW);
  layers.forEach((layer, i) => {
    const numbers = LAYER_NUMBERS.map((field) => layer[field]);
    layerTable.set([...numbers, ...settings.rowOf(layer.state)], i * LAYER_ROW);
  });
  const sectionTable = new Float64Array(sections.length * SECTION_ROW);
  sections.forEach((section, i) => {
    const numbers = SECTION_NUMBERS.map((field) => section[field]);
    sectionTable.set([...numbers, ...settings.rowOf(section.state)], i * SECTION_ROW);
  });
  const rest: Rest = {
    reading,
    footprint: place,
    labels: layers.map(({ label }) => label),
    tools: layers.map(({ tools }) => tools),
    steps: analysis.steps,
    shapes: [...analysis.shapes],
    objects: analysis.objects,
    settingSlots: layers[0]?.state.settings.length ?? 0,
    named: settings.named,
  };
  const kept = {
    version: READER_VERSION,
    fingerprint,
    printer,
    layers: layerTable,
    sections: sectionTable,
    settings: settings.toArray(),
    lineIndex: Float64Array.from(lineIndex),
    settingLines: Float64Array.from(settingLines.flatMap(settingRow)),
    top: top.slice(),
    low: low.slice(),
    skirtCells: skirtCells.slice(),
    firstSections: firstSections.slice(),
    above: analysis.surface.above.slice(),
    below: analysis.surface.below.slice(),
    rest,
  };
  return { ...kept, check: checkOf(kept) };
}

/** The firmware's settings of all states, each set once. */
class SettingsTable {
  private readonly sets = new Map<string, { row: number; values: Float64Array }>();
  private readonly names = new Map<string, number>();
  /** States come one after another with the same settings. */
  private latest: { values: Float64Array; row: number } | null = null;

  /** The numbers of a state, and the row of its settings. */
  rowOf(state: MachineState): number[] {
    const numbers = STATE_NUMBERS.map((field) => Number(state[field]));
    return [...numbers, this.rowOfSet(state.settings), this.placeOfNames(state.named)];
  }

  private rowOfSet(values: Float64Array): number {
    if (this.latest?.values === values) return this.latest.row;
    const name = values.join();
    const known = this.sets.get(name) ?? { row: this.sets.size, values };
    this.sets.set(name, known);
    this.latest = { values, row: known.row };
    return known.row;
  }

  private placeOfNames(named: string): number {
    const place = this.names.get(named) ?? this.names.size;
    this.names.set(named, place);
    return place;
  }

  /** The settings with names, each set once. */
  get named(): string[] {
    return [...this.names.keys()];
  }

  toArray(): Float64Array<ArrayBuffer> {
    return Float64Array.from([...this.sets.values()].flatMap(({ values }) => [...values]));
  }
}

/**
 * The reading again; null when it is of another file, printer or reader, or not whole. It takes the
 * columns for its own.
 */
export function openKept(
  kept: KeptReading,
  { fingerprint, printer }: ReadingKey,
): { readonly reading: SlicedFile; readonly analysis: PrintAnalysis } | null {
  const isWanted =
    kept.version === READER_VERSION &&
    kept.fingerprint === fingerprint &&
    kept.printer === printer &&
    isWhole(kept);
  if (!isWanted) return null;
  const { rest, top, low, above, below, skirtCells, firstSections } = kept;
  const layers = rest.labels.map((label, i) => layerAt(kept, i, label));
  const sections = sectionsBySlot(firstSections, (layer, _slot, place) =>
    sectionAt(kept, layers[layer - 1], place),
  );
  const lineIndex = Array.from(kept.lineIndex);
  const reading: SlicedFile = {
    ...rest.reading,
    layers,
    sections,
    sources: [wholeSource(rest.reading.bytes, sections.length, layers.length, lineIndex)],
    footprint: { ...rest.footprint, top, low },
    lineIndex,
    settingLines: Array.from({ length: kept.settingLines.length / SETTING_ROW }, (_, i) =>
      settingLineAt(kept.settingLines, i * SETTING_ROW),
    ),
    skirtCells,
    firstSections,
  };
  const analysis: PrintAnalysis = {
    steps: rest.steps,
    shapes: new Map(rest.shapes),
    surface: { above, below },
    objects: rest.objects,
  };
  return { reading, analysis };
}

function layerAt(kept: KeptReading, i: number, label: string | null): SlicedLayer {
  const row = kept.layers.subarray(i * LAYER_ROW, (i + 1) * LAYER_ROW);
  return {
    number: layerNumber(i + 1),
    label,
    tools: kept.rest.tools[i],
    state: stateIn(kept, row),
    ...numbersIn(row, LAYER_NUMBERS),
  };
}

function sectionAt(
  kept: KeptReading,
  { number, thickness }: SlicedLayer,
  place: number,
): SlicedSection {
  const row = kept.sections.subarray(place * SECTION_ROW, (place + 1) * SECTION_ROW);
  const where = { source: 0, layer: number, thickness };
  return { ...where, state: stateIn(kept, row), ...numbersIn(row, SECTION_NUMBERS) };
}

/** The named numbers at the start of a row. */
function numbersIn<Name extends string>(
  row: Float64Array,
  names: readonly Name[],
): Record<Name, number> {
  const entries = names.map((name, i) => [name, row[i]] as const);
  return Object.fromEntries(entries) as Record<Name, number>;
}

/** The state at the end of a row. */
function stateIn({ settings, rest }: KeptReading, row: Float64Array): MachineState {
  const first = row.length - STATE_ROW;
  const fields = STATE_NUMBERS.map((field, i) => {
    const value = row[first + i];
    return [field, BOOLEANS.has(field) ? value !== 0 : value] as const;
  });
  const from = row[row.length - 2] * rest.settingSlots;
  return {
    ...Object.fromEntries(fields),
    settings: settings.slice(from, from + rest.settingSlots),
    named: rest.named[row[row.length - 1]],
  } as MachineState;
}

function settingRow({ line, offset, what, value, tool, waits }: SettingLine): number[] {
  return [line, offset, SETTINGS.indexOf(what), value, tool ?? NaN, Number(waits)];
}

function settingLineAt(rows: Float64Array, from: number): SettingLine {
  const [line, offset, what, value, tool, waits] = rows.subarray(from, from + SETTING_ROW);
  const named = Number.isNaN(tool) ? null : tool;
  return { line, offset, what: SETTINGS[what], value, tool: named, waits: waits !== 0 };
}

function checkOf(kept: Columns): number {
  const { version, fingerprint, printer, rest } = kept;
  const small = bytesOfText(JSON.stringify([version, fingerprint, printer, rest]));
  return columnsOf(kept).reduce((sum, column) => crc32(bytesIn(column), sum), crc32(small));
}

function bytesIn({ buffer, byteOffset, byteLength }: ArrayBufferView): Uint8Array {
  return new Uint8Array(buffer as ArrayBuffer, byteOffset, byteLength);
}

/** Whether every column is there, and nothing in them has changed since they were made. */
function isWhole(kept: KeptReading): boolean {
  return (
    columnsOf(kept).every((column: unknown) => ArrayBuffer.isView(column)) &&
    checkOf(kept) === kept.check
  );
}
