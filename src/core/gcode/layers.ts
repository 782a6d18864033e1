import { MOST_LEVELS, type LevelBox } from '../geometry/raster';
import { HIGHEST_FIRST_LAYER, LEVEL_EPSILON, type Level } from './levels';
import type { MachineState } from './machine';

declare const layerBrand: unique symbol;
/** A layer's number, counted from 1. Never a label of the file, never an index. */
export type LayerNumber = number & { readonly [layerBrand]: true };

/** Brands a whole number from 1 up; throws on anything else, which is a programming error. */
export function layerNumber(value: number): LayerNumber {
  if (!Number.isInteger(value) || value < 1) throw new Error(`Not a layer number: ${value}`);
  return value as LayerNumber;
}

/** One level of extrusion, the unit of everything that Lamella plans. */
export interface Layer {
  readonly number: LayerNumber;
  /** What the file itself calls it, often counted from 0. */
  readonly label: string | null;
  /** Height of its top, machine mm, and its thickness, mm. */
  readonly z: number;
  readonly thickness: number;
  /** First extruding move: line (from 1) and byte offset. */
  readonly firstLine: number;
  readonly firstOffset: number;
  /** Last extruding move: its line, and the offset after it. */
  readonly endLine: number;
  readonly endOffset: number;
  /** Where a stop before this layer goes by default: offset and line of what follows the stop. */
  readonly restartOffset: number;
  readonly restartLine: number;
  /** Right after the last extrusion of the layer before. */
  readonly travelOffset: number;
  readonly travelLine: number;
  /** State of the machine before the first extruding move. */
  readonly state: MachineState;
  readonly seconds: number;
  /** Filament that stays, mm. */
  readonly filamentMm: number;
  /** Area printed, and the part of it that nothing later covers, mm². */
  readonly footprintMm2: number;
  readonly exposedMm2: number;
  /** Area inside the print at this height, its open fill counted as full, mm². */
  readonly spanMm2: number;
  readonly tools: readonly number[];
}

/** Height of the layer's underside, machine mm. */
export function bottomOf(layer: Layer): number {
  return layer.z - layer.thickness;
}

/** Which levels make which layer. */
export interface LevelGroups {
  /** Level indices of each layer, in file order; the layer's number is the position plus 1. */
  readonly members: readonly (readonly number[])[];
  /** Height of each layer's underside, mm. */
  readonly floors: readonly number[];
  /** Layer number by level index; 0 for priming before the print. */
  readonly layerOfLevel: Uint16Array;
  /** Objects that follow one another, each from the bed up. */
  readonly objects: number;
  /** Levels beside the print at heights of their own, as a purge block makes them. */
  readonly asides: number;
}

/**
 * Makes layers of the levels met: sets priming aside, joins what goes back to the height just
 * left (ironing) and what is printed beside the layer at a height of its own (a purge block), and
 * tells the next object of a sequence from it.
 *
 * @param boxes what each level covers, by level index.
 * @param covered how many cells each level covers, by level index.
 */
export function groupLevels(
  levels: readonly Level[],
  boxes: readonly LevelBox[],
  covered: readonly number[],
): LevelGroups {
  const layerOfLevel = new Uint16Array(Math.min(levels.length, MOST_LEVELS) + 1);
  const prelude = countPrelude(levels, boxes);
  const members: number[][] = [];
  const floors: number[] = [];
  let objects = levels.length > prelude ? 1 : 0;
  let asides = 0;
  let main = -1;
  let lastAside = -1;
  for (let i = prelude; i < levels.length; i++) {
    const rises = main < 0 || levels[i].z > levels[main].z + LEVEL_EPSILON;
    const aside = main >= 0 && isAside(levels, boxes, covered, main, i, lastAside);
    const isNewObject = main >= 0 && !rises && !aside && startsObject(levels, i, levels[main]);
    if ((rises && !aside) || isNewObject) {
      if (isNewObject) objects++;
      floors.push(isNewObject ? floorBelow(levels, prelude, i) : (levels[main]?.z ?? 0));
      members.push([i]);
      main = i;
    } else {
      members[members.length - 1].push(i);
      if (!aside) continue;
      asides++;
      lastAside = i;
    }
  }
  members.forEach((group, index) => {
    for (const level of group) if (level < layerOfLevel.length) layerOfLevel[level] = index + 1;
  });
  floors[0] = firstFloor(levels, members);
  return { members, floors, layerOfLevel, objects, asides };
}

/** The underside of layer 1: the bed, or, for a part that starts on another, one layer down. */
function firstFloor(levels: readonly Level[], members: readonly number[][]): number {
  if (members.length === 0) return 0;
  const [first, second] = members.map(([level]) => levels[level]);
  if (first.z <= HIGHEST_FIRST_LAYER) return 0;
  return first.z - (second && second.z > first.z ? second.z - first.z : first.thickness);
}

/**
 * Whether level `i` stands beside the layer `main` at a height of its own. In a file with layer
 * comments such a level has none. Without comments it is told by where it stands, as another did
 * before, or by what follows: the print goes on where it was, and what stood apart is smaller.
 */
function isAside(
  levels: readonly Level[],
  boxes: readonly LevelBox[],
  covered: readonly number[],
  main: number,
  i: number,
  lastAside: number,
): boolean {
  const level = levels[i];
  if (level.marked || !boxes[i] || boxesTouch(boxes[main], boxes[i])) return false;
  if (Math.abs(level.z - levels[main].z) <= LEVEL_EPSILON) return false;
  if (levels[main].marked) return true;
  if (lastAside >= 0 && boxesTouch(boxes[lastAside], boxes[i])) return true;
  const next = boxes[i + 1];
  const goesOn = next !== undefined && boxesTouch(boxes[main], next);
  return goesOn && !boxesTouch(boxes[i], next) && covered[i] < covered[main];
}

/** The highest level below level `i` among those of the print; 0 (the bed) when there is none. */
function floorBelow(levels: readonly Level[], from: number, i: number): number {
  const { z } = levels[i];
  let floor = 0;
  for (const { z: below } of levels.slice(from, i)) {
    if (below < z - LEVEL_EPSILON && below > floor) floor = below;
  }
  return floor;
}

/** A level below the current layer begins a new object when the file climbs on from it. */
function startsObject(levels: readonly Level[], i: number, current: Level): boolean {
  const level = levels[i];
  if (level.z > current.z - LEVEL_EPSILON) return false;
  const next = levels[i + 1];
  return next !== undefined && next.z > level.z && next.z < current.z - LEVEL_EPSILON;
}

/** Most extruding moves that priming takes, and how thin a bundle of lines it is, mm. */
const PRIMING_MOVES = 16;
const PRIMING_WIDTH = 8;

/**
 * How many levels at the start only prime the nozzle: all before the first layer comment when the
 * file has such comments, and otherwise a few lines in a narrow strip beside the print.
 */
function countPrelude(levels: readonly Level[], boxes: readonly LevelBox[]): number {
  const firstMarked = levels.findIndex((level) => level.marked);
  if (firstMarked > 0) {
    const filament = sum(levels.slice(0, firstMarked));
    return filament < sum(levels) / 4 ? firstMarked : 0;
  }
  if (firstMarked === 0) return 0;
  let count = 0;
  while (
    count < levels.length - 1 &&
    looksLikePriming(levels[count], boxes[count], boxes[count + 1])
  ) {
    count++;
  }
  return count;
}

function sum(levels: readonly Level[]): number {
  return levels.reduce((total, level) => total + level.filamentMm, 0);
}

function looksLikePriming(level: Level, box: LevelBox, next: LevelBox): boolean {
  const narrow = Math.min(box.maxX - box.minX, box.maxY - box.minY) < PRIMING_WIDTH;
  return level.extrusions <= PRIMING_MOVES && narrow && !boxesTouch(box, next);
}

function boxesTouch(a: LevelBox, b: LevelBox): boolean {
  return a.minX <= b.maxX && b.minX <= a.maxX && a.minY <= b.maxY && b.minY <= a.maxY;
}
