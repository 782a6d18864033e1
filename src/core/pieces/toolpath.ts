import { filamentArea } from '../geometry/lineWidth';
import { reachOf, type Printer } from '../printer/printer';

/** A point on the bed, machine mm. */
export interface Point {
  readonly x: number;
  readonly y: number;
}

/** How a test piece is printed: temperatures in °C, lengths in mm, speeds in mm/s. */
export interface PrintSettings {
  readonly title: string;
  readonly nozzle: number;
  readonly bed: number;
  readonly lineWidth: number;
  readonly layerHeight: number;
  readonly speed: number;
  readonly firstSpeed: number;
  /** Share of the fan above layer 1, 0 to 1. */
  readonly fan: number;
}

const TRAVEL_SPEED = 100;
const Z_SPEED = 8;
const RETRACT_SPEED = 30;
/** Travel shorter than this is made without retracting, mm. */
const SHORT = 1.5;
/** How far the head lifts for a travel, mm. */
const HOP = 0.4;
/** How long the line is that primes the nozzle, and how far from the edge of the bed, mm. */
const PRIME_MM = 60;
const EDGE_MM = 6;

/** Filament in a line of round sides, mm of filament a mm: ((w − h)·h + π·h²/4) over the filament's own section. */
function filamentPerMm(width: number, thickness: number, diameter: number): number {
  const flat =
    Math.max(0, width - thickness) * thickness +
    (Math.PI / 4) * thickness * Math.min(width, thickness);
  return flat / filamentArea(diameter);
}

const digits = (value: number, most = 3): string => String(Number(value.toFixed(most)));

/**
 * Writes the paths of a test piece as G-code for one printer. Filament counts relative, places absolute; nothing is
 * written that not all firmwares read alike.
 */
export class Toolpath {
  private readonly lines: string[] = [];
  private at: Point = { x: 0, y: 0 };
  private z = 0;
  /** What the nozzle goes down to for the next line, mm, and how thick that is. */
  private layerZ = 0;
  private thickness = 0;
  private speed: number;
  private feed = 0;
  private isRetracted = false;
  private layer = 0;
  /** Nothing printed so far is higher, mm. */
  private top = 0;

  constructor(
    readonly printer: Printer,
    readonly settings: PrintSettings,
  ) {
    this.speed = settings.firstSpeed;
  }

  /** Filament in a mm of the ordinary line, mm. */
  get perMm(): number {
    const { lineWidth, layerHeight } = this.settings;
    return filamentPerMm(lineWidth, layerHeight, this.printer.filamentDiameter);
  }

  /** Heats, homes, and primes the nozzle with a line at the left or the front edge. */
  start(): void {
    const { title, nozzle, bed } = this.settings;
    const reach = reachOf(this.printer);
    const side =
      reach.radius === null ? { x: reach.minX + EDGE_MM, y: reach.minY + EDGE_MM } : null;
    // The chord of a round bed that is as long as the line.
    const low = -Math.sqrt(Math.max(0, (reach.radius ?? 0) ** 2 - (PRIME_MM / 2) ** 2)) + EDGE_MM;
    const from = side ?? { x: -PRIME_MM / 2, y: low };
    const to = side ? { x: side.x, y: side.y + PRIME_MM } : { x: PRIME_MM / 2, y: low };
    this.lines.push(
      `; test piece: ${title}`,
      'G21',
      'G90',
      'M83',
      `M140 S${bed}`,
      `M104 S${nozzle}`,
      `M190 S${bed}`,
      `M109 S${nozzle}`,
      'G28',
      'G92 E0',
      `G1 Z2 F${Z_SPEED * 60}`,
      `G0 X${digits(from.x)} Y${digits(from.y)} F${TRAVEL_SPEED * 60}`,
      `G1 Z0.28 F${Z_SPEED * 60}`,
      `G1 X${digits(to.x)} Y${digits(to.y)} E${digits(PRIME_MM * filamentPerMm(0.8, 0.28, this.printer.filamentDiameter), 5)} F1200`,
      'G92 E0',
    );
    this.at = to;
    this.z = 0.28;
  }

  /** Begins the next layer of the piece: what follows is printed with the nozzle at `z`, `thickness` mm thick. */
  nextLayer(z: number, thickness = this.settings.layerHeight): void {
    this.layer++;
    this.lines.push(`; layer ${this.layer}, z ${digits(z)}`);
    this.toHeight(z, thickness);
  }

  /** What follows is printed with the nozzle at `z`, `thickness` mm thick. */
  toHeight(z: number, thickness = this.settings.layerHeight): void {
    this.layerZ = z;
    this.thickness = thickness;
    const { speed, firstSpeed, fan } = this.settings;
    const isFirst = z <= thickness + 1e-6;
    this.speed = isFirst ? firstSpeed : speed;
    if (!isFirst && fan > 0) this.lines.push(`M106 S${Math.round(fan * 255)}`);
    this.feed = 0;
  }

  /** Changes to the filament of another tool. */
  tool(number: number): void {
    this.retract();
    this.lines.push(`T${number}`);
    this.isRetracted = true;
  }

  /** A line of the file's own, with why it is there. */
  say(...lines: readonly string[]): void {
    this.lines.push(...lines);
    this.feed = 0;
  }

  /** Prints along points, each line `width` mm wide. */
  print(points: readonly Point[], width = this.settings.lineWidth, speed = this.speed): void {
    this.travel(points[0]);
    const perMm = filamentPerMm(width, this.thickness, this.printer.filamentDiameter);
    for (const to of points.slice(1)) {
      const length = Math.hypot(to.x - this.at.x, to.y - this.at.y);
      if (length < 1e-6) continue;
      const feed = speed * 60;
      const f = feed === this.feed ? '' : ` F${digits(feed)}`;
      this.lines.push(`G1 X${digits(to.x)} Y${digits(to.y)} E${digits(length * perMm, 5)}${f}`);
      this.at = to;
      this.feed = feed;
    }
    this.top = Math.max(this.top, this.layerZ);
  }

  /** A closed line round a box. */
  loop(box: Box, width?: number): void {
    const { minX, maxX, minY, maxY } = box;
    const corners = [
      { x: minX, y: minY },
      { x: maxX, y: minY },
      { x: maxX, y: maxY },
      { x: minX, y: maxY },
    ];
    this.print([...corners, corners[0]], width);
  }

  /** Fills a box with lines side by side, along X or along Y; what does not divide evenly makes them wider or narrower. */
  fill(box: Box, along: 'x' | 'y'): void {
    const across = along === 'x' ? box.maxY - box.minY : box.maxX - box.minX;
    const count = Math.max(1, Math.round(across / this.settings.lineWidth));
    const width = across / count;
    const [minX, maxX, minY, maxY] = [box.minX, box.maxX, box.minY, box.maxY];
    const points: Point[] = [];
    for (let i = 0; i < count; i++) {
      const at = (along === 'x' ? minY : minX) + (i + 0.5) * width;
      const half = width / 2;
      const ends =
        along === 'x'
          ? [
              { x: minX + half, y: at },
              { x: maxX - half, y: at },
            ]
          : [
              { x: at, y: minY + half },
              { x: at, y: maxY - half },
            ];
      points.push(...(i % 2 === 0 ? ends : ends.toReversed()));
    }
    this.print(points, width);
  }

  /** Goes over everything that stands to a place, and down to `z` there, slowly. */
  dip({ x, y }: Point, z: number): void {
    this.retract();
    this.goUp();
    this.lines.push(
      `G0 X${digits(x)} Y${digits(y)} F${TRAVEL_SPEED * 60}`,
      `G1 Z${digits(z)} F${Z_SPEED * 30}`,
    );
    [this.at, this.z, this.feed] = [{ x, y }, z, 0];
  }

  /** Moves without printing, at the height where the nozzle is; mm/s. */
  glide({ x, y }: Point, speed: number): void {
    this.lines.push(`G1 X${digits(x)} Y${digits(y)} F${digits(speed * 60)}`);
    [this.at, this.feed] = [{ x, y }, 0];
  }

  /** Homes X and Y; where the head is then, only the printer knows. */
  home(): void {
    this.lines.push('G28 X Y');
    [this.at, this.feed] = [{ x: NaN, y: NaN }, 0];
  }

  /** Lifts the head over all that stands. */
  goUp(over = 2): void {
    this.z = Math.max(this.z, this.top + over);
    this.lines.push(`G1 Z${digits(this.z)} F${Z_SPEED * 60}`);
  }

  /** Retracts, lifts, switches heaters, fan and motors off. */
  end(): void {
    this.retract();
    const { maxZ, minX, maxY, radius } = reachOf(this.printer);
    const away =
      radius === null ? { x: minX + EDGE_MM, y: maxY - EDGE_MM } : { x: 0, y: radius - EDGE_MM };
    this.lines.push(
      'M107',
      'M104 S0',
      'M140 S0',
      `G1 Z${digits(Math.min(maxZ, this.top + 30))} F${Z_SPEED * 60}`,
      `G0 X${digits(away.x)} Y${digits(away.y)} F${TRAVEL_SPEED * 60}`,
      'M84',
    );
  }

  text(): string {
    return `${this.lines.join('\n')}\n`;
  }

  /** Goes to where the next line begins; over what stands where that is higher. */
  private travel(to: Point): void {
    const far = Math.hypot(to.x - this.at.x, to.y - this.at.y);
    const isHere = far < 1e-6;
    const isLow = this.top > this.layerZ + 1e-6;
    if (!isHere || this.z !== this.layerZ) {
      const isLong = !(far <= SHORT) || isLow;
      if (isLong) {
        this.retract();
        const z = isLow ? this.top + 1 : Math.max(this.z, this.layerZ) + HOP;
        this.lines.push(`G1 Z${digits(z)} F${Z_SPEED * 60}`);
        this.z = z;
      }
      if (!isHere) this.lines.push(`G0 X${digits(to.x)} Y${digits(to.y)} F${TRAVEL_SPEED * 60}`);
      if (this.z !== this.layerZ) this.lines.push(`G1 Z${digits(this.layerZ)} F${Z_SPEED * 60}`);
      [this.at, this.z, this.feed] = [to, this.layerZ, 0];
    }
    this.unretract();
  }

  private retract(): void {
    if (this.isRetracted || this.printer.retractMm === 0) return;
    this.lines.push(`G1 E-${digits(this.printer.retractMm)} F${RETRACT_SPEED * 60}`);
    [this.isRetracted, this.feed] = [true, 0];
  }

  private unretract(): void {
    if (!this.isRetracted || this.printer.retractMm === 0) return;
    this.lines.push(`G1 E${digits(this.printer.retractMm)} F${RETRACT_SPEED * 60}`);
    [this.isRetracted, this.feed] = [false, 0];
  }
}

/** A rectangle along the axes, mm. */
export interface Box {
  readonly minX: number;
  readonly maxX: number;
  readonly minY: number;
  readonly maxY: number;
}

/** The middle of a printer's bed, and the room for a piece on it: beside the priming line and away from the edges, mm. */
export function roomOn(printer: Printer): {
  readonly middle: Point;
  readonly width: number;
  readonly depth: number;
} {
  const { minX, maxX, minY, maxY, radius } = reachOf(printer);
  const middle = { x: (minX + maxX) / 2, y: (minY + maxY) / 2 };
  if (radius !== null) {
    // The square in the circle, less the priming line's strip.
    const side = Math.SQRT2 * radius - 2 * EDGE_MM;
    return { middle, width: side, depth: side };
  }
  return { middle, width: maxX - minX - 4 * EDGE_MM, depth: maxY - minY - 4 * EDGE_MM };
}
