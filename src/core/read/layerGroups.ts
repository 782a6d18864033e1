import { HAIR } from '../tolerances';
import { MOST_LEVELS } from '../geometry/footprint';
import { HIGHEST_FIRST_LAYER, type Level } from '../gcode/levels/levels';
import { boxesTouch, countPriming, type LevelBoxes } from './priming';

/** Which levels make which layer. */
export interface LevelGroups {
  /** Levels at the start that only prime the nozzle. */
  readonly priming: number;
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

/** Share of its cells that lie on the bare bed, from which a level counts as beginning there. */
const ON_BED = 0.9;

/**
 * Makes layers of the levels met: sets priming aside, joins what goes back to the height just
 * left (ironing) and what is printed beside the layer at a height of its own (a purge block), and
 * tells the next object of a sequence from it.
 *
 * @param marked levels that a label of the file stands before.
 */
export function groupLevels(
  levels: readonly Level[],
  inputs: LevelBoxes,
  marked: readonly boolean[],
): LevelGroups {
  const layerOfLevel = new Uint16Array(Math.min(levels.length, MOST_LEVELS) + 1);
  const print = { levels, ...inputs, marked };
  const priming = countPriming(levels, inputs, marked);
  const members: number[][] = [];
  const floors: number[] = [];
  let objects = levels.length > priming ? 1 : 0;
  let asides = 0;
  let main = -1;
  let lastAside = -1;
  for (let i = priming; i < levels.length; i++) {
    const rises = main < 0 || levels[i].z > levels[main].z + HAIR;
    const aside = main >= 0 && isAside(print, main, i, lastAside);
    const isNewObject = main >= 0 && !rises && !aside && startsObject(print, main, i);
    if ((rises && !aside) || isNewObject) {
      if (isNewObject) objects++;
      floors.push(isNewObject ? floorBelow(levels, priming, i) : (levels[main]?.z ?? 0));
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
  return { priming, members, floors, layerOfLevel, objects, asides };
}

/** The underside of layer 1: the bed, or, for a part that starts on another, one layer down. */
function firstFloor(levels: readonly Level[], members: readonly number[][]): number {
  if (members.length === 0) return 0;
  const firsts = members.map(([level]) => levels[level]);
  const [first, second] = [firsts[0], firsts.at(1)];
  if (first.z <= HIGHEST_FIRST_LAYER) return 0;
  return first.z - (second && second.z > first.z ? second.z - first.z : first.thickness);
}

interface LevelledPrint extends LevelBoxes {
  readonly levels: readonly Level[];
  readonly marked: readonly boolean[];
}

/**
 * Whether level `i` stands beside the layer `main` at a height of its own. In a file with layer
 * comments such a level has none. Without comments it is recognised by where it stands, as another did
 * before, or by what follows: the print goes on where it was, and what stood apart is lower or
 * smaller.
 */
function isAside(print: LevelledPrint, main: number, i: number, lastAside: number): boolean {
  const { levels, boxes, covered, marked } = print;
  const level = levels[i];
  if (marked[i] || !boxes[i] || boxesTouch(boxes[main], boxes[i])) return false;
  if (Math.abs(level.z - levels[main].z) <= HAIR) return false;
  if (marked[main]) return !climbsOn(print, i);
  if (lastAside >= 0 && boxesTouch(boxes[lastAside], boxes[i])) return true;
  const next = boxes.at(i + 1);
  const goesOn = next !== undefined && boxesTouch(boxes[main], next);
  const isLess = level.z < levels[main].z || covered[i] < covered[main];
  return goesOn && !boxesTouch(boxes[i], next) && isLess;
}

/** Level `i` begins on the bare bed, and the next one goes on above it without a label either. */
function climbsOn({ levels, boxes, marked, covered, onBed }: LevelledPrint, i: number): boolean {
  const next = levels.at(i + 1);
  const begins = onBed[i] >= ON_BED * covered[i];
  if (!begins || !next || marked[i + 1]) return false;
  return next.z > levels[i].z + HAIR && boxesTouch(boxes[i], boxes[i + 1]);
}

/** The highest level below level `i` among those of the print; 0 (the bed) when there is none. */
function floorBelow(levels: readonly Level[], from: number, i: number): number {
  const { z } = levels[i];
  let floor = 0;
  for (const { z: below } of levels.slice(from, i)) {
    if (below < z - HAIR && below > floor) floor = below;
  }
  return floor;
}

/**
 * A level below the current layer begins a new object when the file labels it again, when it lies on
 * the bare bed, or when the file climbs on from it.
 */
function startsObject(print: LevelledPrint, main: number, i: number): boolean {
  const { levels, marked, covered, onBed } = print;
  const [level, current] = [levels[i], levels[main]];
  if (level.z > current.z - HAIR) return false;
  if (marked[i]) return true;
  if (!marked[main] && covered[i] > 0 && onBed[i] >= ON_BED * covered[i]) return true;
  if (climbsOn(print, i)) return true;
  const next = levels.at(i + 1);
  return next !== undefined && next.z > level.z && next.z < current.z - HAIR;
}
