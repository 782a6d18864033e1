import type { Printer } from '../printer/printer';
import {
  heatOf,
  layerOf,
  lineOf,
  type Answers,
  type FoundValue,
  type MadePiece,
  type PieceFilament,
  type Reading,
  type Unfit,
} from './piece';
import { roomOn, Toolpath, type Point } from './toolpath';

/** Strokes of the fixed scale stand so far apart, mm; those of the other one nearer by a twentieth of a millimetre. */
const PITCH = 2;
export const VERNIER_MM = 0.05;
/** Strokes on each side of the middle: half a millimetre either way. */
const SIDE = 10;
const STROKE = 5;
/** Between the ends of the strokes, so that they never touch, mm. */
const BREATH = 0.3;
/** The middle stroke of the fixed scale is longer, and every fifth, mm. */
const LONGER = [2.5, 1.2] as const;
const GAP = 8;
/** How high the head lifts before it homes X and Y, mm. */
const HOMING_LIFT = 15;
/** Seconds that the motors are off. */
const OFF_SECONDS = 5;

/** What happens between the two scales of a pair. */
const EVENTS = [
  { id: 'stop', name: 'After the stop' },
  { id: 'home', name: 'After homing X and Y' },
  { id: 'motors', name: 'After the motors were off' },
] as const;

const readingId = (event: string, axis: string): string => `${event} ${axis}`;

/**
 * The events that a printer can be asked for. Where a firmware may let all motors go at `M84 X Y`, Z would sink, and
 * what is printed next would scrape over the bed: that scale is left out.
 */
function placeEvents({ firmware }: Pick<Printer, 'firmware'>): readonly (typeof EVENTS)[number][] {
  return EVENTS.filter(({ id }) => id !== 'motors' || firmware.namesMotors);
}

/**
 * Six pairs of scales, two for each event, X and Y: one half of each is printed before all events, the other half
 * behind its own. Where the halves meet, the strokes that are in line show the shift to 0.05 mm (a vernier: Pierre
 * Vernier, 1631).
 */
export function placeAgain(
  printer: Printer,
  filaments: readonly [PieceFilament, PieceFilament],
): MadePiece | Unfit {
  const events = placeEvents(printer);
  const line = lineOf(printer);
  const layer = layerOf(printer);
  const { middle, width, depth } = roomOn(printer);
  const span = 2 * SIDE * PITCH;
  const across = 2 * STROKE + BREATH + LONGER[0];
  const size = { x: span + GAP + 3 * across + 2 * GAP, y: Math.max(span, 3 * across + 2 * GAP) };
  if (size.x > width || size.y > depth) return { problem: 'The bed is too small for the scales.' };
  const corner = { x: middle.x - size.x / 2, y: middle.y - size.y / 2 };
  const writer = new Toolpath(printer, {
    title: 'position again',
    ...heatOf(filaments),
    lineWidth: line,
    layerHeight: layer,
    speed: 20,
    firstSpeed: 15,
    fan: 0,
  });
  // Scales for X lie at the left, one above the other; those for Y stand beside one another.
  const along = (axis: 'x' | 'y', event: number, at: number, off: number): Point => {
    const base = event * (across + GAP) + STROKE + LONGER[0];
    return axis === 'x'
      ? { x: corner.x + span / 2 + at, y: corner.y + base + off }
      : { x: corner.x + span + GAP + base + off, y: corner.y + span / 2 + at };
  };
  const scale = (axis: 'x' | 'y', event: number, pitch: number, isFixed: boolean): void => {
    for (let i = -SIDE; i <= SIDE; i++) {
      const more = !isFixed ? 0 : i === 0 ? LONGER[0] : i % 5 === 0 ? LONGER[1] : 0;
      const [from, to] = isFixed ? [-STROKE - more, 0] : [BREATH, BREATH + STROKE];
      writer.print([along(axis, event, i * pitch, from), along(axis, event, i * pitch, to)]);
    }
  };
  const both = (event: number, pitch: number, isFixed: boolean): void => {
    scale('x', event, pitch, isFixed);
    scale('y', event, pitch, isFixed);
  };
  writer.start();
  writer.nextLayer(layer);
  events.forEach((_, event) => both(event, PITCH, true));
  writer.tool(1);
  events.forEach(({ id }, event) => {
    if (id !== 'stop') writer.goUp(HOMING_LIFT);
    if (id === 'home') writer.home();
    if (id === 'motors') writer.say('M84 X Y', `G4 S${OFF_SECONDS}`, 'M17');
    both(event, PITCH - VERNIER_MM, false);
  });
  writer.end();
  const marks = Array.from({ length: 2 * SIDE + 1 }, (_, i) =>
    Number(((i - SIDE) * VERNIER_MM).toFixed(2)),
  );
  return {
    id: 'place-again',
    title: 'Position again',
    gcode: writer.text(),
    colours: { kind: 'tools', tools: [0, 1] },
    filaments,
    purgeMm: null,
    readings: events.flatMap(({ id, name }) =>
      (['x', 'y'] as const).map((axis): Reading => ({
        id: readingId(id, axis),
        name: `${name}, ${axis.toUpperCase()}`,
        marks,
        unit: 'mm',
      })),
    ),
  };
}

/**
 * How far off the printer comes back, mm: the longer way of X and Y. Homing begins from the end stops again, so its scale
 * shows homing alone; what the motors lose comes on top of that.
 */
export function placeValues(answers: Answers): FoundValue[] {
  const shift = (event: string, axis: string): number | null =>
    answers[readingId(event, axis)] ?? null;
  const off = (event: string, from: string | null): number | null => {
    const both = ['x', 'y'].map((axis) => {
      const [at, before] = [shift(event, axis), from === null ? 0 : shift(from, axis)];
      return at === null || before === null ? null : Math.abs(at - before);
    });
    const known = both.filter((one) => one !== null);
    return known.length === 0 ? null : Math.max(...known);
  };
  const found = [
    ['returns.stopMm', off('stop', null)],
    ['returns.homeMm', off('home', null)],
    ['returns.motorsMm', off('motors', 'home')],
  ] as const;
  return found.flatMap(([subject, value]) =>
    value === null ? [] : [{ subject, value: Number(value.toFixed(3)), spread: VERNIER_MM / 2 }],
  );
}
