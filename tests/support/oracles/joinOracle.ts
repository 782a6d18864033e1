/** A line that was printed, machine mm. */
interface Bead {
  readonly x0: number;
  readonly y0: number;
  readonly x1: number;
  readonly y1: number;
  readonly z: number;
}

/** What a printer with plain geometry saw of a file. */
export interface JoinedRun {
  readonly beads: readonly Bead[];
  readonly faults: readonly string[];
  readonly stops: number;
  readonly homings: number;
  readonly ends: { readonly nozzle: number; readonly bed: number };
}

const TIP = 0.5;

/**
 * Follows a file line by line, with exact distances between straight lines in place of a grid, and no code of
 * core: whether a travel comes to what is higher, whether a line is printed through something, whether heaters
 * go off while it prints, whether the filament is where it has to be.
 * @param dip how much higher than a printed line its neighbours may be, mm; null to leave distances alone, which
 *   take long where there are thousands of lines.
 */
export function runJoined(text: string, dip: number | null): JoinedRun {
  const beads: Bead[] = [];
  const faults: string[] = [];
  let [x, y, z, e, back] = [0, 0, 0, 0, 0];
  let [unit, relative, relativeE] = [1, false, false];
  let [nozzle, bed, stops, homings] = [0, 0, 0, 0];
  const lines = text.split('\n');
  const fault = (i: number, what: string): void => {
    if (faults.length < 5) faults.push(`${i + 1} ${lines[i]}: ${what}`);
  };
  lines.forEach((raw, i) => {
    const code = raw.replace(/;.*/, '').trim();
    if (code === '') return;
    const [name, ...words] = code.split(/\s+/);
    const value = (letter: string): number | null => {
      const word = words.find((one) => one.startsWith(letter));
      return word === undefined || word.length < 2 ? null : Number(word.slice(1));
    };
    if (name === 'G20' || name === 'G21') unit = name === 'G20' ? 25.4 : 1;
    else if (name === 'G90' || name === 'G91') relative = name === 'G91';
    else if (name === 'M82' || name === 'M83') relativeE = name === 'M83';
    else if (name === 'G92') e = (value('E') ?? e / unit) * unit;
    else if (name === 'M104' || name === 'M109') nozzle = value('S') ?? nozzle;
    else if (name === 'M140' || name === 'M190') bed = value('S') ?? bed;
    else if (name === 'M0' || name === 'M600') stops++;
    else if (name === 'G28') {
      homings++;
      const [onlyXy, top] = [words.length > 0, Math.max(0, ...beads.map((bead) => bead.z))];
      const near = beads.some((bead) => apart([0, 0, 0, 0], bead) < 25);
      if (beads.length > 0 && (z < top || (!onlyXy && near))) fault(i, 'homes into the print');
      [x, y, z] = [0, 0, onlyXy ? z : 0];
    }
    const isOff = name.startsWith('M1') && value('S') === 0 && /^M1(04|09|40|90)$/.test(name);
    if (isOff && hasMore(lines, i)) fault(i, 'goes cold before the print is done');
    if (name === 'M84' && !code.includes('S') && hasMore(lines, i)) fault(i, 'lets the motors go');
    if (name !== 'G0' && name !== 'G1') return;
    const to = (letter: string, from: number): number => {
      const word = value(letter);
      return word === null ? from : relative ? from + word * unit : word * unit;
    };
    const [tx, ty, tz] = [to('X', x), to('Y', y), to('Z', z)];
    const word = value('E');
    const pushed = word === null ? 0 : relativeE ? word * unit : word * unit - e;
    e += pushed;
    const out = pushed - back;
    const wasBack = back;
    back = Math.max(0, back - pushed);
    const sideways = Math.hypot(tx - x, ty - y) > 1e-6;
    const low = Math.min(z, tz);
    if (sideways && out > 1e-4) {
      if (wasBack > 0.01) fault(i, `prints with ${wasBack.toFixed(2)} mm pulled back`);
      if (nozzle < 150) fault(i, 'prints with a cold nozzle');
      for (const bead of dip === null ? [] : beads) {
        const rise = bead.z - z;
        if (rise <= 0.01) continue;
        const away = apart([x, y, tx, ty], bead);
        if (away < 0.02) fault(i, `prints through what is ${rise.toFixed(2)} higher`);
        else if (rise > (dip ?? 0) + 0.01 && away < TIP + rise - 0.2) fault(i, 'dips too deep');
      }
      beads.push({ x0: x, y0: y, x1: tx, y1: ty, z });
    } else if (sideways && dip !== null) {
      const hit = beads.find((bead) => {
        const rise = bead.z - low;
        return rise > 0.01 && apart([x, y, tx, ty], bead) < TIP + rise - 0.2;
      });
      if (hit) fault(i, `goes at ${low.toFixed(2)} into what is ${hit.z.toFixed(2)} high`);
    }
    [x, y, z] = [tx, ty, tz];
  });
  return { beads, faults, stops, homings, ends: { nozzle, bed } };
}

/** Whether anything is printed behind a line. */
function hasMore(lines: readonly string[], at: number): boolean {
  return lines.slice(at + 1).some((line) => /^G1 .*[XY].*E\d/.test(line));
}

type Four = readonly [number, number, number, number];

/** Distance of two straight pieces. */
function apart([ax, ay, bx, by]: Four, { x0, y0, x1, y1 }: Bead): number {
  // Lines of one direction may lie on one straight line far from each other: touching is no crossing.
  const side = (px: number, py: number, qx: number, qy: number, rx: number, ry: number): number => {
    const cross = (qx - px) * (ry - py) - (qy - py) * (rx - px);
    return Math.abs(cross) < 1e-6 ? 0 : Math.sign(cross);
  };
  const crosses =
    side(ax, ay, bx, by, x0, y0) * side(ax, ay, bx, by, x1, y1) < 0 &&
    side(x0, y0, x1, y1, ax, ay) * side(x0, y0, x1, y1, bx, by) < 0;
  if (crosses) return 0;
  const point = (px: number, py: number, [qx, qy, rx, ry]: Four): number => {
    const [dx, dy] = [rx - qx, ry - qy];
    const length2 = dx * dx + dy * dy;
    const t = length2 === 0 ? 0 : ((px - qx) * dx + (py - qy) * dy) / length2;
    const s = Math.min(1, Math.max(0, t));
    return Math.hypot(px - qx - s * dx, py - qy - s * dy);
  };
  const [one, other]: [Four, Four] = [
    [ax, ay, bx, by],
    [x0, y0, x1, y1],
  ];
  return Math.min(
    point(ax, ay, other),
    point(bx, by, other),
    point(x0, y0, one),
    point(x1, y1, one),
  );
}

/** The printed lines of files together, as text to compare: rounded, in any order. */
export function beadsText(beads: readonly Bead[]): string[] {
  const one = ({ x0, y0, x1, y1, z }: Bead): string =>
    [x0, y0, x1, y1, z].map((value) => value.toFixed(2)).join(' ');
  return beads.map(one).sort();
}
