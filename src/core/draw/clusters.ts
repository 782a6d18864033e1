import { areaD } from 'clipper2-ts';
import { isIn, type Area } from './areas';

type Outline = Area[number];

/** Outlines are looked at in pieces of this share of the reach; a cell is so wide that near ones are neighbours. */
const STEP = 0.25;
const CELL = 1.3;

/**
 * An area in clusters that lie farther than `reach` mm from each other, each with its holes: what is worked out
 * within that reach can be worked out for each alone. Clipping takes far longer for many outlines at once.
 * @param area outlines that do not cross, holes turning the other way round.
 */
export function clustersOf(area: Area, reach: number): Area[] {
  const sets = new Sets(area.length);
  joinNear(area, reach, sets);
  joinHoles(area, sets);
  const clusters = new Map<number, Area>();
  area.forEach((outline, i) => {
    const set = sets.of(i);
    const cluster = clusters.get(set);
    if (cluster) cluster.push(outline);
    else clusters.set(set, [outline]);
  });
  return [...clusters.values()];
}

/** Which outlines belong together (union by halving paths; Tarjan and van Leeuwen, 1984). */
class Sets {
  private readonly above: Int32Array;

  constructor(count: number) {
    this.above = Int32Array.from({ length: count }, (_, i) => i);
  }

  of(i: number): number {
    const { above } = this;
    while (above[i] !== i) {
      above[i] = above[above[i]];
      i = above[i];
    }
    return i;
  }

  join(a: number, b: number): void {
    this.above[this.of(a)] = this.of(b);
  }
}

/** Joins outlines whose edges come nearer to each other than a reach, and some that do not quite. */
function joinNear(area: Area, reach: number, sets: Sets): void {
  const cell = reach * CELL;
  /** One outline of each cell; all others there belong to its set. */
  const cells = new Map<string, number>();
  area.forEach((outline, i) => {
    forEachPiece(outline, reach * STEP, (x, y) => {
      const [column, row] = [Math.floor(x / cell), Math.floor(y / cell)];
      const key = `${column} ${row}`;
      const known = cells.get(key);
      if (known === undefined) cells.set(key, i);
      else if (known !== i) sets.join(known, i);
    });
  });
  for (const [key, i] of cells) {
    const [column, row] = key.split(' ').map(Number);
    for (const [dx, dy] of NEIGHBOURS) {
      const other = cells.get(`${column + dx} ${row + dy}`);
      if (other !== undefined) sets.join(i, other);
    }
  }
}

/** Half of the cells round a cell: the other half have it as theirs. */
const NEIGHBOURS = [
  [1, 0],
  [-1, 1],
  [0, 1],
  [1, 1],
] as const;

/** Visits points of an outline that lie at most `step` apart. */
function forEachPiece(outline: Outline, step: number, visit: (x: number, y: number) => void): void {
  outline.forEach((from, i) => {
    const to = outline[(i + 1) % outline.length];
    const count = Math.max(1, Math.ceil(Math.hypot(to.x - from.x, to.y - from.y) / step));
    for (let n = 0; n < count; n++) {
      const share = n / count;
      visit(from.x + (to.x - from.x) * share, from.y + (to.y - from.y) * share);
    }
  });
}

/** Joins each hole with the outline that it is a hole of: the smallest that holds it. */
function joinHoles(area: Area, sets: Sets): void {
  const sizes = area.map((outline) => areaD(outline));
  const outers = area
    .map((outline, i) => ({ outline, i, size: sizes[i] }))
    .filter(({ size }) => size > 0)
    .sort((a, b) => a.size - b.size);
  area.forEach((hole, i) => {
    if (sizes[i] >= 0) return;
    const outer = outers.find(({ outline, size }) => size > -sizes[i] && isIn([outline], hole[0]));
    if (outer) sets.join(i, outer.i);
  });
}
