import { bytesOfText } from '../text';
import { crc32 } from '../archive/crc32';
import type { Footprint } from '../geometry/footprint';
import { layerNumber, type Layer } from '../gcode/layers';
import type { MachineState } from '../gcode/machine';
import type { SettingLine } from '../gcode/settingName';
import { STATE_FIELDS, type StateField } from '../gcode/stateFields';
import type { PrintAnalysis } from './analysis';
import type { Reading } from './reading';

/** Rises whenever reading a file brings something else than before: what was kept is then read anew. */
export const READER_VERSION = 1;

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
  /** The firmware's settings in the states, each set once. */
  readonly settings: Float64Array<ArrayBuffer>;
  readonly lineIndex: Float64Array<ArrayBuffer>;
  /** Line, offset, place in {@link SETTINGS}, value and whether it waits, of each setting line. */
  readonly settingLines: Float64Array<ArrayBuffer>;
  readonly top: Uint16Array<ArrayBuffer>;
  readonly low: Uint16Array<ArrayBuffer>;
  readonly skirtCells: Uint32Array<ArrayBuffer>;
  readonly firstLevels: Uint32Array<ArrayBuffer>;
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
const BOOLEANS: ReadonlySet<StateField> = new Set<StateField>([
  'relativeE',
  'firmwareRetracted',
  'motorsReleased',
  'oddPlane',
  'sums',
]);
const STATE_NUMBERS = STATE_FIELDS.filter((field) => field !== 'settings');
const ROW = LAYER_NUMBERS.length + STATE_NUMBERS.length + 1;
const SETTINGS = ['nozzle', 'fan', 'flow', 'speed', 'remaining'] as const;
const SETTING_ROW = 5;

/** What of a reading is small. `Omit` keeps this honest: a new field of a reading is kept by itself. */
type SmallReading = Omit<
  Reading,
  'layers' | 'footprint' | 'lineIndex' | 'settingLines' | 'skirtCells' | 'firstLevels'
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
  const { layers, footprint, lineIndex, settingLines, skirtCells, firstLevels, ...reading } = whole;
  const { top, low, ...place } = footprint;
  const settings = new Map<string, { row: number; values: Float64Array }>();
  const table = new Float64Array(layers.length * ROW);
  layers.forEach((layer, i) => {
    const { state } = layer;
    const name = state.settings.join();
    const known = settings.get(name) ?? { row: settings.size, values: state.settings };
    settings.set(name, known);
    const row = [
      ...LAYER_NUMBERS.map((field) => layer[field]),
      ...STATE_NUMBERS.map((field) => Number(state[field])),
      known.row,
    ];
    table.set(row, i * ROW);
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
    layers: table,
    settings: Float64Array.from([...settings.values()].flatMap(({ values }) => [...values])),
    lineIndex: Float64Array.from(lineIndex),
    settingLines: Float64Array.from(settingLines.flatMap(settingRow)),
    top: top.slice(),
    low: low.slice(),
    skirtCells: skirtCells.slice(),
    firstLevels: firstLevels.slice(),
    above: analysis.surface.above.slice(),
    below: analysis.surface.below.slice(),
    rest,
  };
  return { ...kept, check: checkOf(kept) };
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
  const { rest, top, low, above, below, skirtCells, firstLevels } = kept;
  const reading: Reading = {
    ...rest.reading,
    layers: rest.labels.map((label, i) => layerAt(kept, rest, i, label)),
    footprint: { ...rest.footprint, top, low },
    lineIndex: Array.from(kept.lineIndex),
    settingLines: Array.from({ length: kept.settingLines.length / SETTING_ROW }, (_, i) =>
      settingLineAt(kept.settingLines, i * SETTING_ROW),
    ),
    skirtCells,
    firstLevels,
  };
  const analysis: PrintAnalysis = {
    steps: rest.steps,
    shapes: new Map(rest.shapes),
    surface: { above, below },
    objects: rest.objects,
  };
  return { reading, analysis };
}

function layerAt(
  { layers, settings }: KeptReading,
  { tools, settingSlots }: Rest,
  i: number,
  label: string | null,
): Layer {
  const row = layers.subarray(i * ROW, (i + 1) * ROW);
  const stateFrom = LAYER_NUMBERS.length;
  const numbers = LAYER_NUMBERS.map((field, at) => [field, row[at]] as const);
  const fields = STATE_NUMBERS.map((field, at) => {
    const value = row[stateFrom + at];
    return [field, BOOLEANS.has(field) ? value !== 0 : value] as const;
  });
  const from = row[ROW - 1] * settingSlots;
  const state = {
    ...Object.fromEntries(fields),
    settings: settings.slice(from, from + settingSlots),
  };
  return {
    number: layerNumber(i + 1),
    label,
    tools: tools[i],
    state: state as MachineState,
    ...(Object.fromEntries(numbers) as Record<(typeof LAYER_NUMBERS)[number], number>),
  };
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
  const { layers, settings, lineIndex, settingLines } = kept;
  const { top, low, skirtCells, firstLevels, above, below } = kept;
  const small = [layers, settings, lineIndex, settingLines, skirtCells, firstLevels];
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
