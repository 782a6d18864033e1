import { ClipperD, ClipType, FillRule, areaD, type PathD, type PathsD } from 'clipper2-ts';

/** Digits behind the point that cuts are joined to. */
const DECIMALS = 5;

/** A cut as its outlines: what is full lies to their left. */
export interface CutArea {
  readonly paths: PathsD;
  /** Mm² and mm. */
  readonly area: number;
  readonly outline: number;
}

/**
 * Joins the cuts of bodies to one: where several stand in one another, it is full once.
 * @param lines four numbers a line.
 */
export function joinedCut(lines: readonly number[]): CutArea {
  const clipper = new ClipperD(DECIMALS);
  clipper.addSubjectPaths(loopsOf(lines));
  const paths: PathsD = [];
  clipper.execute(ClipType.Union, FillRule.Positive, paths);
  return measured(paths);
}

/** What of one cut is not in another. */
export function withoutCut(one: CutArea, other: CutArea): CutArea {
  const clipper = new ClipperD(DECIMALS);
  clipper.addSubjectPaths(one.paths);
  clipper.addClipPaths(other.paths);
  const paths: PathsD = [];
  clipper.execute(ClipType.Difference, FillRule.NonZero, paths);
  return measured(paths);
}

function measured(paths: PathsD): CutArea {
  let [area, outline] = [0, 0];
  for (const path of paths) {
    area += areaD(path);
    path.forEach((p, i) => {
      const q = path[(i + 1) % path.length];
      outline += Math.hypot(q.x - p.x, q.y - p.y);
    });
  }
  return { paths, area, outline };
}

/**
 * Lines end to end as closed outlines: neighbours meet in the very same place. An outline that comes back to a
 * place is cut off there: what joins outlines is misled by those that lie on themselves.
 */
function loopsOf(lines: readonly number[]): PathsD {
  const from = new Map<string, number[]>();
  for (let i = 0; i < lines.length; i += 4) {
    const key = `${lines[i]} ${lines[i + 1]}`;
    const there = from.get(key);
    if (there) there.push(i);
    else from.set(key, [i]);
  }
  const loops: PathsD = [];
  for (const starts of from.values()) {
    while (starts.length > 0) {
      const path: PathD = [];
      const at = new Map<string, number>();
      let key = `${lines[starts[0]]} ${lines[starts[0] + 1]}`;
      for (;;) {
        const line = from.get(key)?.pop();
        if (line === undefined) break;
        at.set(key, path.length);
        path.push({ x: lines[line], y: lines[line + 1] });
        key = `${lines[line + 2]} ${lines[line + 3]}`;
        const back = at.get(key);
        if (back === undefined) continue;
        const loop = path.splice(back);
        for (const point of loop) at.delete(`${point.x} ${point.y}`);
        if (loop.length > 2) loops.push(loop);
      }
      // Where a surface is open, the last line is missing.
      if (path.length > 2) loops.push(path);
    }
  }
  return loops;
}
