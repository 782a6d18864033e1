import type { Printer } from '../../../src/core/printer/printer';
import { nozzleReach, reachValues } from '../../../src/core/pieces/nozzleReach';
import { layerOf, lineOf, type Answers, type PieceFilament } from '../../../src/core/pieces/piece';
import { placeAgain, placeValues, VERNIER_MM } from '../../../src/core/pieces/placeAgain';
import { smallest, smallestValues } from '../../../src/core/pieces/smallest';
import { isPrinted, movesOf, touchedWalls, type SeenMove } from '../oracles/pieceOracle';
import type { Random } from './random';
import { valueOf, type PieceTrial } from './pieceTrial';

export function reachTrial(
  { next, int }: Random,
  printer: Printer,
  [filament]: readonly PieceFilament[],
): PieceTrial {
  const degrees = int(25, 65);
  const truth = {
    radius: 0.25 + 0.5 * next(),
    slope: Math.tan((degrees * Math.PI) / 180),
    headHeight: 2 + 5 * next(),
    headRadius: 26,
  };
  // A head that comes down to the fins is another question than the cone.
  truth.headHeight = Math.max(3.6, truth.headHeight);
  return [
    nozzleReach(printer, filament),
    (made) => {
      const moves = movesOf(made.gcode);
      const line = lineOf(printer);
      const layer = layerOf(printer);
      const printed = moves.filter((move) => isPrinted(move) && move.to[2] > layer + 0.01);
      const rings = printed.filter(({ from, to }) => from[1] !== to[1]);
      const centre = [0, 1].map(
        (k) =>
          (Math.min(...rings.map(({ to }) => to[k])) + Math.max(...rings.map(({ to }) => to[k]))) /
          2,
      );
      const fins = [
        ...new Set(printed.filter(({ from, to }) => from[1] === to[1]).map(({ to }) => to[1])),
      ].sort((a, b) => a - b);
      const walls = touchedWalls(moves, truth, line / 2, (move) => {
        if (move.to[2] <= layer + 0.01) return null;
        if (move.from[1] === move.to[1]) return fins.indexOf(move.to[1]);
        return 100 + Math.round(Math.hypot(move.to[0] - centre[0], move.to[1] - centre[1]));
      });
      const answers: Record<string, number | null> = {};
      made.readings.forEach(({ id }, i) => {
        const number = i < fins.length ? i : 100 + Number(/\d+/.exec(id)![0]);
        const wall = walls.get(number);
        answers[id] = wall?.touched ? Number(wall.touched.toFixed(3)) : null;
      });
      const found = reachValues(printer, made, answers);
      const [tip, cone, head] = [
        'nozzle.tipMm',
        'nozzle.coneDegrees',
        'nozzle.headClearance.heightMm',
      ].map((id) => valueOf(found, id)!);
      for (let height = 0.2; height <= 2.6; height += 0.2) {
        const is = truth.radius + height * truth.slope;
        const says = tip / 2 + height * Math.tan((cone * Math.PI) / 180);
        // Half of what lies between two fins, and a layer along the slope.
        const may = 0.3 + layer * truth.slope;
        // Beyond the farthest fin nothing was looked at.
        if (is < 3 && Math.abs(is - says) > may)
          return `radius ${is.toFixed(2)} at ${height.toFixed(1)}, found ${says.toFixed(2)} (${JSON.stringify(truth)}, ${degrees}°, tip ${tip}, ${cone}°)`;
      }
      if (
        head > truth.headHeight + 1e-6 ||
        head < Math.min(truth.headHeight, 7.6) - 4 * layer - 1e-6
      )
        return `head ${truth.headHeight.toFixed(2)}, found ${head}`;
      return null;
    },
  ];
}

export function placeTrial(
  { next }: Random,
  printer: Printer,
  [one, other]: readonly PieceFilament[],
): PieceTrial {
  const shift = (most: number): [number, number] => [
    most * (2 * next() - 1),
    most * (2 * next() - 1),
  ];
  const [stop, home, motors] = [shift(0.48), shift(0.2), shift(0.2)];
  return [
    placeAgain(printer, [one, other]),
    (made) => {
      const strokes = movesOf(made.gcode)
        .filter(
          ({ e, from, to }) => e > 0 && (from[0] === to[0]) !== (from[1] === to[1]) && to[2] < 0.5,
        )
        .filter(
          ({ from, to, change }) => change > 0 || Math.hypot(from[0] - to[0], from[1] - to[1]) < 20,
        );
      const answers: Record<string, number | null> = {};
      const offs = [stop, home, [home[0] + motors[0], home[1] + motors[1]]] as const;
      ['stop', 'home', ...(printer.firmware.namesMotors ? ['motors'] : [])].forEach(
        (event, number) => {
          ['x', 'y'].forEach((axis, k) => {
            const ofAxis = strokes.filter(({ from, to }) => from[k] === to[k]);
            const moving = ofAxis.filter(
              (it) =>
                it.change === 1 &&
                it.homes === (number > 0 ? 1 : 0) &&
                it.offs === (number > 1 ? 1 : 0),
            );
            const ends = moving[0].from[1 - k];
            const fixed = ofAxis.filter(
              (it) =>
                it.change === 0 &&
                Math.min(Math.abs(it.to[1 - k] - ends), Math.abs(it.from[1 - k] - ends)) < 1,
            );
            if (moving.length !== 21 || fixed.length !== 21)
              throw new Error(`${event} ${axis}: ${fixed.length} and ${moving.length} strokes`);
            const [a, b] = [fixed, moving].map((list) =>
              list.map(({ from }) => from[k]).sort((p, q) => p - q),
            );
            const misses = a.map((at, i) => Math.abs(at - b[i] - offs[number][k]));
            answers[`${event} ${axis}`] = Number(
              ((misses.indexOf(Math.min(...misses)) - 10) * VERNIER_MM).toFixed(2),
            );
          });
        },
      );
      const found = placeValues(answers as Answers);
      const truths = [
        ['returns.stopMm', stop, 1],
        ['returns.homeMm', home, 1],
        ['returns.motorsMm', motors, 2],
      ] as const;
      for (const [id, off, readings] of truths) {
        const is = Math.max(Math.abs(off[0]), Math.abs(off[1]));
        const value = valueOf(found, id);
        if (value === null && id === 'returns.motorsMm' && !printer.firmware.namesMotors) continue;
        if (value === null) return `${id} was not found`;
        if (Math.abs(value - is) > (readings * VERNIER_MM) / 2 + 1e-3)
          return `${id}: ${value} found, ${is.toFixed(3)} is true`;
      }
      return null;
    },
  ];
}

export function smallestTrial(
  { next }: Random,
  printer: Printer,
  [ground, ink]: readonly PieceFilament[],
): PieceTrial {
  const n = printer.nozzleMm;
  const truth = {
    stroke: n * (0.4 + 2 * next()),
    gap: n * (0.4 + 2 * next()),
    module: n * (1 + 1.8 * next()),
  };
  return [
    smallest(printer, [ground, ink]),
    (made) => {
      const layer = layerOf(printer);
      const { layer: swap } = made.colours as { layer: number };
      const moves = movesOf(made.gcode).filter(isPrinted);
      const first = moves.filter(({ to }) => Math.abs(to[2] - swap * layer) < 0.01);
      const area = (Math.PI / 4) * printer.filamentDiameter ** 2;
      // Width of a line from its filament: a flat middle and round sides, or a string where it is narrower than thick.
      const width = ({ e, from, to }: SeenMove): number => {
        const section = (e * area) / Math.hypot(to[0] - from[0], to[1] - from[1]);
        const round = section / layer + layer * (1 - Math.PI / 4);
        return round >= layer ? round : (4 * section) / (Math.PI * layer);
      };
      const front = Math.min(...first.map(({ to }) => to[1]));
      const upright = first.filter(({ from, to }) => from[0] === to[0]);
      const rows = [front, front + 13].map((low) =>
        upright.filter(
          ({ from, to }) =>
            Math.min(from[1], to[1]) > low - 1.5 && Math.max(from[1], to[1]) < low + 12,
        ),
      );
      const spans = rows.map((row) =>
        spansOf(
          row.map(
            (move) => [move.from[0] - width(move) / 2, move.from[0] + width(move) / 2] as const,
          ),
        ),
      );
      const [strokes, blocks] = spans;
      const widths = strokes.map(([a, b]) => b - a);
      const gaps = blocks.slice(1).map(([a], i) => a - blocks[i][1]);
      const whole = (sizes: readonly number[], limit: number): number | null => {
        const out = sizes.filter((one) => one >= limit - 0.006);
        return out.length === 0 ? null : Math.min(...out);
      };
      const nearest = (marks: readonly number[], size: number | null): number | null =>
        size === null
          ? null
          : marks.reduce((best, mark) =>
              Math.abs(mark - size) < Math.abs(best - size) ? mark : best,
            );
      const [ofStrokes, ofGaps, ofCodes] = made.readings.map(({ marks }) => marks);
      if (widths.length !== ofStrokes.length) return `${widths.length} strokes`;
      if (gaps.filter((gap) => gap > 0.05).length !== ofGaps.length)
        return `${gaps.length} gaps: ${gaps.map((one) => one.toFixed(2)).join(' ')}`;
      const answers = {
        'finest.strokeMm': nearest(ofStrokes, whole(widths, truth.stroke)),
        'finest.gapMm': nearest(ofGaps, whole(gaps, truth.gap)),
        'finest.moduleMm': nearest(ofCodes, whole(ofCodes, truth.module)),
      };
      const found = smallestValues(made, answers);
      for (const [id, limit] of [
        ['finest.strokeMm', truth.stroke],
        ['finest.gapMm', truth.gap],
        ['finest.moduleMm', truth.module],
      ] as const) {
        const value = valueOf(found, id);
        const marks = made.readings.find((one) => one.id === id)!.marks;
        const wanted = marks.find((mark) => mark >= limit - 0.006) ?? null;
        if (value !== wanted) return `${id}: ${value} found, ${limit.toFixed(2)} is true`;
      }
      return null;
    },
  ];
}

/** Lines that touch as one. */
function spansOf(lines: readonly (readonly [number, number])[]): [number, number][] {
  const sorted = [...lines].sort((a, b) => a[0] - b[0]);
  const spans: [number, number][] = [];
  for (const [from, to] of sorted) {
    const last = spans.at(-1);
    if (last && from <= last[1] + 0.04) last[1] = Math.max(last[1], to);
    else spans.push([from, to]);
  }
  return spans;
}
