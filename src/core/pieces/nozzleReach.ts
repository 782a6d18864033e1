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

/** How near to the middle of each fin the nozzle's axis passes, mm. */
const PASSES = [0.9, 1.2, 1.6, 2, 2.6, 3.2] as const;
const FIN_LENGTH = 10;
/** From one fin to the next, mm: wider than an ordinary cone is at the fins' height. */
const FIN_PITCH = 14;
/** How high the nozzle's end passes the fins, mm: over their feet. */
const PASS_Z = 0.4;
const FIN_HEIGHT = 3.4;
/** Rings round one middle, into which the nozzle dips: their radii, and how high they grow, mm. */
const RINGS = [8, 14, 20] as const;
const RING_HEIGHT = 8;
/** Layers from one dip into the rings to the next. */
const DIP_EVERY = 2;
const PASS_SPEED = 5;
const RING_SIDES = 48;
const GAP = 12;

/** The id of a fin and of a ring among the readings. */
const finId = (i: number): string => `fin ${i + 1}`;
const ringId = (radius: number): string => `ring ${radius}`;

/**
 * Thin fins that grow by a layer, and each time the nozzle passes beside them, each fin at a distance of its own;
 * and thin rings into whose middle it dips. Where its flat, its cone, or the head above it comes too near, the
 * wall is marked from that height on. Single walls bend; nothing else is touched.
 */
export function nozzleReach(printer: Printer, filament: PieceFilament): MadePiece | Unfit {
  const line = lineOf(printer);
  const layer = layerOf(printer);
  const { middle, width, depth } = roomOn(printer);
  const ring = RINGS[RINGS.length - 1];
  const finsDepth = (PASSES.length - 1) * FIN_PITCH;
  const size = { x: 2 * ring + GAP + FIN_LENGTH, y: Math.max(2 * ring, finsDepth) };
  if (size.x > width || size.y > depth)
    return { problem: 'The bed is too small for the fins and the rings.' };
  const writer = new Toolpath(printer, {
    title: 'nozzle’s reach',
    ...heatOf([filament]),
    lineWidth: line,
    layerHeight: layer,
    speed: 25,
    firstSpeed: 18,
    fan: 1,
  });
  const left = middle.x - size.x / 2;
  const centre = { x: middle.x + size.x / 2 - ring, y: middle.y };
  const finY = (i: number): number => middle.y - finsDepth / 2 + i * FIN_PITCH;
  const fin = (i: number): Point[] => [
    { x: left, y: finY(i) },
    { x: left + FIN_LENGTH, y: finY(i) },
  ];
  const finLayers = Math.round(FIN_HEIGHT / layer);
  const ringLayers = Math.round(RING_HEIGHT / layer);
  writer.start();
  for (let n = 1; n <= ringLayers; n++) {
    const z = n * layer;
    writer.nextLayer(z);
    if (n <= finLayers) {
      for (const i of PASSES.keys()) {
        // The foot of a fin is a line wider to the side that the nozzle does not pass.
        if (n === 1) writer.print(fin(i).map(({ x, y }) => ({ x, y: y - line })));
        writer.print(fin(i));
      }
    }
    for (const radius of RINGS) {
      if (n === 1) writer.print(circle(centre, radius + line));
      writer.print(circle(centre, radius));
    }
    if (n <= finLayers && z > PASS_Z + layer / 2) {
      for (const [i, distance] of PASSES.entries()) {
        const y = finY(i) + distance;
        writer.dip({ x: left - 2, y }, PASS_Z);
        writer.glide({ x: left + FIN_LENGTH + 2, y }, PASS_SPEED);
      }
      writer.goUp();
    }
    if (n % DIP_EVERY === 0 && z > PASS_Z + layer / 2) {
      writer.dip(centre, PASS_Z);
      writer.say('G4 P500');
      writer.goUp();
    }
  }
  writer.end();
  return {
    id: 'nozzle-reach',
    title: 'Nozzle’s reach',
    gcode: writer.text(),
    colours: { kind: 'one' },
    filaments: [filament],
    purgeMm: null,
    readings: readingsOf(layer, finLayers, ringLayers),
  };
}

/** The unmarked height of each wall, in layers. */
function readingsOf(layer: number, finLayers: number, ringLayers: number): Reading[] {
  const heights = (from: number, to: number, every: number): number[] => {
    const marks: number[] = [];
    for (let n = from; n <= to; n += every) marks.push(Number((n * layer).toFixed(3)));
    return marks;
  };
  const first = Math.ceil((PASS_Z + layer / 2) / layer - 1e-6);
  return [
    ...PASSES.map((distance, i): Reading => ({
      id: finId(i),
      name: `Fin ${i + 1}, passed at ${distance} mm`,
      marks: heights(first, finLayers, 1),
      unit: 'mm',
    })),
    ...RINGS.map((radius): Reading => ({
      id: ringId(radius),
      name: `Ring of ${radius} mm radius`,
      marks: heights(DIP_EVERY, ringLayers, DIP_EVERY),
      unit: 'mm',
    })),
  ];
}

function circle({ x, y }: Point, radius: number): Point[] {
  return Array.from({ length: RING_SIDES + 1 }, (_, i) => {
    const angle = (2 * Math.PI * i) / RING_SIDES;
    return { x: x + radius * Math.cos(angle), y: y + radius * Math.sin(angle) };
  });
}

/** A fin that was marked first when it was so high above the nozzle's end, at a gap from the nozzle's axis, mm. */
interface Touch {
  readonly gap: number;
  readonly low: number;
  readonly high: number;
}

/**
 * What the answers say of the nozzle: for each fin the height at which it was marked first (`null` for never). A
 * flat of radius r and a cone of slope s touch a wall at gap g when it is (g − r) / s above the nozzle's end; the pair
 * that agrees with all fins is found by a grid, and among several that agree the middle of them. The head's height is that of
 * the lowest ring that was marked.
 */
export function reachValues(printer: Printer, made: MadePiece, answers: Answers): FoundValue[] {
  const layer = layerOf(printer);
  const line = lineOf(printer);
  const touches = PASSES.flatMap((distance, i): Touch[] => {
    const answer = answers[finId(i)];
    if (answer === undefined) return [];
    const gap = distance - line / 2;
    const highest = made.readings[i].marks.at(-1)! - PASS_Z;
    if (answer === null) return [{ gap, low: highest, high: Infinity }];
    return [{ gap, low: answer - layer - PASS_Z, high: answer - PASS_Z }];
  });
  const shape = touches.length === 0 ? null : nozzleOf(touches);
  const rings = RINGS.flatMap((radius) => answers[ringId(radius)] ?? []);
  const answered = RINGS.some((radius) => answers[ringId(radius)] !== undefined);
  const step = DIP_EVERY * layer;
  const head = rings.length > 0 ? Math.min(...rings) - step - PASS_Z : RING_HEIGHT - PASS_Z;
  return [
    ...(shape
      ? [
          { subject: 'nozzle.tipMm', value: 2 * shape.radius, spread: 2 * shape.radiusOff },
          { subject: 'nozzle.coneDegrees', value: shape.degrees, spread: shape.degreesOff },
        ]
      : []),
    ...(answered
      ? [{ subject: 'nozzle.headClearance.heightMm', value: Math.max(0, head), spread: step }]
      : []),
  ];
}

/** Nozzles that are looked at: radius of the flat, mm, and angle from the axis, degrees. */
const MOST_RADIUS = 1.6;
const RADIUS_STEP = 0.02;
const [LEAST_DEGREES, MOST_DEGREES] = [10, 80];

function nozzleOf(touches: readonly Touch[]): {
  readonly radius: number;
  readonly radiusOff: number;
  readonly degrees: number;
  readonly degreesOff: number;
} {
  let least = Infinity;
  let agreeing: { radius: number; degrees: number }[] = [];
  for (let radius = 0.1; radius <= MOST_RADIUS; radius += RADIUS_STEP) {
    for (let degrees = LEAST_DEGREES; degrees <= MOST_DEGREES; degrees++) {
      const slope = Math.tan((degrees * Math.PI) / 180);
      let off = 0;
      for (const { gap, low, high } of touches) {
        const at = Math.max(0, gap - radius) / slope;
        const miss = at < low ? low - at : at > high ? at - high : 0;
        off += Math.min(1e3, miss) ** 2;
      }
      if (off < least - 1e-9) {
        least = off;
        agreeing = [];
      }
      if (off <= least + 1e-9) agreeing.push({ radius, degrees });
    }
  }
  const mean = (of: (one: { radius: number; degrees: number }) => number): number =>
    agreeing.reduce((sum, one) => sum + of(one), 0) / agreeing.length;
  const [radius, degrees] = [mean((one) => one.radius), mean((one) => one.degrees)];
  return {
    radius,
    degrees,
    radiusOff: Math.max(RADIUS_STEP, ...agreeing.map((one) => Math.abs(one.radius - radius))),
    degreesOff: Math.max(1, ...agreeing.map((one) => Math.abs(one.degrees - degrees))),
  };
}
