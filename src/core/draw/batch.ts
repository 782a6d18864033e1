import Papa from 'papaparse';
import type { PlateBodies } from './bodies';
import { LONGEST_NAME, type PlateDrawing } from './plate';

/** Most plates that are made at once. */
export const MOST_PLATES = 300;

/** The bed that plates are laid on, mm. */
export interface BatchBed {
  readonly width: number;
  readonly depth: number;
  /** Room between plates, and to the edge of the bed: for the nozzle and its skirt. */
  readonly room: number;
}

/** Where a plate lies: its left front corner, mm. */
export interface BatchPlace {
  readonly x: number;
  readonly y: number;
}

/**
 * The names in a list: one a line, or the first column of a table (CSV), whose heading is left out. Empty ones are
 * passed over; the same name twice is two plates.
 */
export function namesIn(text: string): string[] {
  const plain = text.replace(/^\ufeff/, '').trim();
  const delimiter = delimiterOf(plain);
  const data =
    delimiter === null
      ? plain.split(/\r?\n/).map((line) => [line])
      : Papa.parse<string[]>(plain, { delimiter }).data;
  const names = data.map(([first = '']) => first.replace(/\s+/g, ' ').trim());
  const isHeading = /^(name|names|text|label)$/i.test(names.at(0) ?? '');
  return (isHeading ? names.slice(1) : names)
    .filter((name) => name !== '')
    .map((name) => name.slice(0, LONGEST_NAME));
}

/** What stands between the columns of a table; null for a list of names alone, which may hold commas. */
function delimiterOf(text: string): string | null {
  if (text.includes('\t')) return '\t';
  // What stands in quotes is no border between columns.
  const lines = text.replace(/"[^"]*"/g, '').split(/\r?\n/);
  const isTable = (mark: string): boolean => {
    const counts = lines.map((line) => line.split(mark).length);
    return counts[0] > 1 && counts.every((count) => count === counts[0]);
  };
  return [';', ','].find(isTable) ?? null;
}

/** Places on one bed for plates of a size, row by row from the front; none where one does not fit. */
export function placesOn(
  { width, depth }: Pick<PlateDrawing, 'width' | 'depth'>,
  { width: bedWidth, depth: bedDepth, room }: BatchBed,
): BatchPlace[] {
  const count = (bed: number, side: number): number =>
    Math.max(0, Math.floor((bed - room + 1e-9) / (side + room)));
  const [columns, rows] = [count(bedWidth, width), count(bedDepth, depth)];
  const start = (bed: number, side: number, many: number): number =>
    (bed - many * side - (many - 1) * room) / 2;
  const [left, front] = [start(bedWidth, width, columns), start(bedDepth, depth, rows)];
  return Array.from({ length: columns * rows }, (_, i) => ({
    x: left + (i % columns) * (width + room),
    y: front + Math.floor(i / columns) * (depth + room),
  }));
}

/** One bed of plates: what is printed at once. */
export interface BatchOnBed {
  readonly names: readonly string[];
  readonly bodies: PlateBodies;
}

/** Plates together on one bed: bodies that lie alike in their plates become one. */
export function onOneBed(
  plates: readonly { readonly name: string; readonly bodies: PlateBodies }[],
  places: readonly BatchPlace[],
): BatchOnBed {
  const parts = new Map<string, { letter: string; isBase: boolean; corners: Float32Array[] }>();
  const mm3: Record<string, number> = {};
  plates.forEach(({ bodies }, i) => {
    bodies.objects.forEach(({ letter, corners }, k) => {
      // The base comes first wherever colours lie side by side.
      const key = `${k === 0} ${letter}`;
      let part = parts.get(key);
      if (!part) parts.set(key, (part = { letter, isBase: k === 0, corners: [] }));
      part.corners.push(moved(corners, places[i]));
    });
    for (const [letter, volume] of Object.entries(bodies.mm3))
      mm3[letter] = (mm3[letter] ?? 0) + volume;
  });
  const objects = [...parts.values()].map(({ letter, isBase, corners }) => ({
    name: isBase ? 'Plates' : `Plates, ${letter}`,
    letter,
    corners: joined(corners),
  }));
  // One that lacks a colour has fewer swaps: those of all are printed.
  const most = plates.reduce((best, one) => (one.bodies.layers > best.bodies.layers ? one : best));
  const { swaps, layers, height } = most.bodies;
  return { names: plates.map(({ name }) => name), bodies: { objects, swaps, layers, height, mm3 } };
}

function moved(corners: Float32Array, { x, y }: BatchPlace): Float32Array {
  const out = new Float32Array(corners);
  for (let i = 0; i < out.length; i += 3) {
    out[i] += x;
    out[i + 1] += y;
  }
  return out;
}

function joined(all: readonly Float32Array[]): Float32Array<ArrayBuffer> {
  const out = new Float32Array(all.reduce((sum, one) => sum + one.length, 0));
  let at = 0;
  for (const one of all) {
    out.set(one, at);
    at += one.length;
  }
  return out;
}
