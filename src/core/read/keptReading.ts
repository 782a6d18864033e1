import { bytesOfText } from '../text';
import { crc32 } from '../archive/crc32';
import type { Footprint } from '../geometry/footprint';
import { layerNumber, type Layer } from '../gcode/layers';
import type { MachineState } from '../gcode/machine';
import type { SettingLine } from '../gcode/settingName';
import { STATE_FIELDS, type StateField } from '../gcode/stateFields';
import type { PrintAnalysis } from './analysis';
import type { Reading } from './reading';
import { sectionsBySlot, wholeSource, type Section } from './sections';

/** Rises whenever reading a file brings something else than before: what was kept is then read anew. */
export const READER_VERSION = 4;

/** What a reading depends on besides the file's bytes and the reader. */
export interface ReadingKey {
  /** SHA-256 of the G-code. */
  readonly fingerprint: string;
  /** Of the printer: what it changes in a reading, times left out. */
  readonly printer: string;
}

/** A reading and what was made of it, as few large columns of numbers, to be stored and read again. */
export interface KeptReading extends ReadingKey {
  readonly version: number;
  /** Sum over all columns and `rest`. */
  readonly check: number;
  /** One row a layer: {@link LAYER_NUMBERS}, then the numbers of its state, then its row of `settings`. */
  readonly layers: Float64Array<ArrayBuffer>;
  /** One row a section: {@link SECTION_NUMBERS}, then its state as in `layers`. */
  readonly sections: Float64Array<ArrayBuffer>;
  /** The firmware's settings in the states, each set once. */
  readonly settings: Float64Array<ArrayBuffer>;
  readonly lineIndex: Float64Array<ArrayBuffer>;
  /** Line, offset, place in {@link SETTINGS}, value and whether it waits, of each setting line. */
  readonly settingLines: Float64Array<ArrayBuffer>;
  readonly top: Uint16Array<ArrayBuffer>;
  readonly low: Uint16Array<ArrayBuffer>;
  readonly skirtCells: Uint32Array<ArrayBuffer>;
  readonly firstSections: Uint32Array<ArrayBuffer>;
  readonly above: Float64Array<ArrayBuffer>;
  readonly below: Float64Array<ArrayBuffer>;
  /** All that is small. */
  readonly rest: Rest;
}

const LAYER_NUMBERS = [
  'z',
  'highest',
  'thickness',
  'firstLine',
  'firstOffset',
  'endLine',
  'endOffset',
  'restartOffset',
  'restartLine',
  'travelOffset',
  'travelLine',
  'seconds',
  'filamentMm',
  'footprintMm2',
  'exposedMm2',
  'spanMm2',
] as const satisfies readonly (keyof Layer)[];
const SECTION_NUMBERS = [
  'tool',
  'z',
  'firstLine',
  'firstOffset',
  'endLine',
  'endOffset',
  'restartOffset',
  'restartLine',
  'travelOffset',
  'travelLine',
  'seconds',
  'filamentMm',
] as const satisfies readonly (keyof Section)[];
const BOOLEANS: ReadonlySet<StateField> = new Set<StateField>([
  'relativeE',
  'firmwareRetracted',
  'motorsReleased',
  'oddPlane',
  'sums',
]);
const STATE_NUMBERS = STATE_FIELDS.filter((field) => field !== 'settings');
/** A state's numbers, and the row of its settings. */
const STATE_ROW = STATE_NUMBERS.length + 1;
const LAYER_ROW = LAYER_NUMBERS.length + STATE_ROW;
const SECTION_ROW = SECTION_NUMBERS.length + STATE_ROW;
const SETTINGS = ['nozzle', 'fan', 'flow', 'speed', 'remaining'] as const;
const SETTING_ROW = 5;

/** What of a reading is small. `Omit` keeps this honest: a new field of a reading is kept by itself. */
type SmallReading = Omit<
  Reading,
  | 'layers'
  | 'sections'
  | 'footprint'
  | 'lineIndex'
  | 'settingLines'
  | 'skirtCells'
  | 'firstSections'
  | 'sources'
>;
interface Rest {
  readonly reading: SmallReading;
  readonly footprint: Omit<Footprint, 'top' | 'low'>;
  readonly labels: readonly (string | null)[];
  readonly tools: readonly (readonly number[])[];
  readonly steps: PrintAnalysis['steps'];
  readonly shapes: readonly (readonly [number, number])[];
  readonly objects: number;
  /** Numbers of one row of `settings`. */
  readonly settingSlots: number;
}

/** Makes columns of a reading. They share no memory with it. */
export function keepReading(
  { fingerprint, printer }: ReadingKey,
  whole: Reading,
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
  /** States come one after another with the same settings. */
  private latest: { values: Float64Array; row: number } | null = null;

  /** The numbers of a state, and the row of its settings. */
  rowOf(state: MachineState): number[] {
    return [...STATE_NUMBERS.map((field) => Number(state[field])), this.rowOfSet(state.settings)];
  }

  private rowOfSet(values: Float64Array): number {
    if (this.latest?.values === values) return this.latest.row;
    const name = values.join();
    const known = this.sets.get(name) ?? { row: this.sets.size, values };
    this.sets.set(name, known);
    this.latest = { values, row: known.row };
    return known.row;
  }

  toArray(): Float64Array<ArrayBuffer> {
    return Float64Array.from([...this.sets.values()].flatMap(({ values }) => [...values]));
  }
}

/** Its buffers, to be handed on instead of copied. */
export function buffersOf(kept: KeptReading): ArrayBuffer[] {
  return columnsOf(kept).map(({ buffer }) => buffer);
}

/**
 * The reading again; null when it is of another file, printer or reader, or not whole. It takes the
 * columns for its own.
 */
export function openKept(
  kept: KeptReading,
  { fingerprint, printer }: ReadingKey,
): { readonly reading: Reading; readonly analysis: PrintAnalysis } | null {
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
  const reading: Reading = {
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

function layerAt(kept: KeptReading, i: number, label: string | null): Layer {
  const row = kept.layers.subarray(i * LAYER_ROW, (i + 1) * LAYER_ROW);
  return {
    number: layerNumber(i + 1),
    label,
    tools: kept.rest.tools[i],
    state: stateIn(kept, row),
    ...numbersIn(row, LAYER_NUMBERS),
  };
}

function sectionAt(kept: KeptReading, { number, thickness }: Layer, place: number): Section {
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
  const from = row[row.length - 1] * rest.settingSlots;
  return {
    ...Object.fromEntries(fields),
    settings: settings.slice(from, from + rest.settingSlots),
  } as MachineState;
}

function settingRow({ line, offset, what, value, waits }: SettingLine): number[] {
  return [line, offset, SETTINGS.indexOf(what), value, Number(waits)];
}

function settingLineAt(rows: Float64Array, from: number): SettingLine {
  const [line, offset, what, value, waits] = rows.subarray(from, from + SETTING_ROW);
  return { line, offset, what: SETTINGS[what], value, waits: waits !== 0 };
}

type Columns = Omit<KeptReading, 'check'>;

function columnsOf(kept: Columns) {
  const { layers, sections, settings, lineIndex, settingLines } = kept;
  const { top, low, skirtCells, firstSections, above, below } = kept;
  const small = [layers, sections, settings, lineIndex, settingLines, skirtCells, firstSections];
  return [...small, top, low, above, below];
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
