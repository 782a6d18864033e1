import type { PathD } from 'clipper2-ts';
import type { PrintedPath, SlicedLayer } from './layerPaths';

/** How a file is written; speeds in mm/s, lengths in mm, temperatures in °C. */
export interface WriteSettings {
  readonly title: string;
  readonly lineWidth: number;
  readonly filamentDiameter: number;
  readonly speeds: { readonly first: number; readonly print: number; readonly travel: number };
  readonly retract: { readonly mm: number; readonly speed: number; readonly hop: number };
  readonly temperatures: { readonly nozzle: number; readonly bed: number };
  readonly extrusion: 'absolute' | 'relative';
  /** Written at every change of filament in place of a tool's number, as slicing programs can be told to. */
  readonly changeWord?: string;
  /** The comment lines before each layer. */
  readonly layerComment: (index: number, layer: SlicedLayer, count: number) => readonly string[];
}

/** Travel shorter than this is made without retracting, mm. */
const SHORT_TRAVEL = 2;

/** Writes sliced layers as a file that a hobby printer could print. */
export function writeGcode(layers: readonly SlicedLayer[], settings: WriteSettings): string {
  const writer = new Writer(settings);
  writer.start();
  layers.forEach((layer, index) => writer.layer(layer, index, layers.length));
  writer.end(layers[layers.length - 1].z);
  return writer.text();
}

class Writer {
  private readonly lines: string[] = [];
  private x = 0;
  private y = 0;
  private z = 0;
  private e = 0;
  private feed = 0;
  private retracted = false;
  private tool = 0;

  constructor(private readonly settings: WriteSettings) {}

  text(): string {
    return `${this.lines.join('\n')}\n`;
  }

  /** Homing, heating and a line that primes the nozzle at the edge of the bed. */
  start(): void {
    const { title, temperatures, extrusion } = this.settings;
    this.lines.push(
      `; ${title}`,
      '; made up for the demonstration by a generator of toolpaths',
      'G21',
      'G90',
      extrusion === 'absolute' ? 'M82' : 'M83',
      'M204 P1000 T1500 R1500',
      `M140 S${temperatures.bed}`,
      `M104 S${temperatures.nozzle}`,
      `M190 S${temperatures.bed}`,
      `M109 S${temperatures.nozzle}`,
      'G28',
      'G92 E0',
      'G1 Z2.0 F600',
      'G1 X6 Y20 F6000',
      'G1 Z0.28 F600',
      'G1 X6 Y120 F1200 E12.0000',
      extrusion === 'absolute' ? 'G1 X6.5 Y20 E24.0000' : 'G1 X6.5 Y20 E12.0000',
      'G92 E0',
      'G1 Z2.0 F600',
    );
    [this.x, this.y, this.z, this.e] = [6.5, 20, 2, 0];
  }

  layer(layer: SlicedLayer, index: number, count: number): void {
    this.lines.push(...this.settings.layerComment(index, layer, count));
    if (index === 1) this.lines.push('M106 S255');
    const { speeds } = this.settings;
    const speed = index === 0 ? speeds.first : speeds.print;
    for (const path of layer.paths) {
      if (path.tool !== this.tool) this.changeTool(path.tool);
      this.travelTo(path.points[0], layer.z);
      this.print(path, layer.thickness, path.kind === 'outline' ? speed * 0.75 : speed);
    }
  }

  end(top: number): void {
    this.pullBack();
    this.lines.push(
      'M107',
      'M104 S0',
      'M140 S0',
      `G1 Z${number(top + 30)} F600`,
      'G1 X5 Y210 F6000',
      'M84',
    );
  }

  private changeTool(tool: number): void {
    this.pullBack();
    const { changeWord, extrusion } = this.settings;
    this.lines.push(changeWord ?? `T${tool}`);
    this.tool = tool;
    this.feed = 0;
    // The printer goes on with the same extruder after a word, and with another one after a tool's number.
    if (changeWord !== undefined) return;
    if (extrusion === 'absolute') this.lines.push('G92 E0');
    this.e = 0;
    this.retracted = false;
  }

  private travelTo(point: PathD[number], z: number): void {
    const { speeds, retract } = this.settings;
    const way = Math.hypot(point.x - this.x, point.y - this.y);
    if (way < 1e-6 && z === this.z) return;
    const long = way > SHORT_TRAVEL || z !== this.z;
    const hops = long && retract.hop > 0;
    if (long) this.pullBack();
    if (hops) this.lines.push(`G0 Z${number(Math.max(z, this.z) + retract.hop)} F600`);
    else if (z !== this.z) this.lines.push(`G0 Z${number(z)} F600`);
    this.lines.push(`G0 X${number(point.x)} Y${number(point.y)} F${speeds.travel * 60}`);
    if (hops) this.lines.push(`G0 Z${number(z)} F600`);
    [this.x, this.y, this.z] = [point.x, point.y, z];
    this.feed = 0;
    if (long) this.pushForward();
  }

  private print(path: PrintedPath, thickness: number, speed: number): void {
    for (const point of path.points.slice(1)) {
      const length = Math.hypot(point.x - this.x, point.y - this.y);
      if (length < 1e-4) continue;
      const filament = this.filamentFor(length, thickness);
      const feed = speed * 60;
      const f = feed === this.feed ? '' : ` F${number(feed)}`;
      this.lines.push(`G1 X${number(point.x)} Y${number(point.y)}${this.extrude(filament)}${f}`);
      [this.x, this.y, this.feed] = [point.x, point.y, feed];
    }
  }

  /** Filament for a line with round sides: ((w − h)·h + π·h²/4) · length over its own section. */
  private filamentFor(length: number, h: number): number {
    const { lineWidth, filamentDiameter } = this.settings;
    const section = (lineWidth - h) * h + (Math.PI / 4) * h * h;
    return (section * length) / ((Math.PI / 4) * filamentDiameter ** 2);
  }

  private extrude(filament: number): string {
    this.e = Number((this.e + filament).toFixed(5));
    const value = this.settings.extrusion === 'absolute' ? this.e : filament;
    return ` E${value.toFixed(5)}`;
  }

  private pullBack(): void {
    if (this.retracted) return;
    this.moveExtruder(-this.settings.retract.mm);
    this.retracted = true;
  }

  private pushForward(): void {
    if (!this.retracted) return;
    this.moveExtruder(this.settings.retract.mm);
    this.retracted = false;
  }

  private moveExtruder(mm: number): void {
    this.lines.push(`G1${this.extrude(mm)} F${this.settings.retract.speed * 60}`);
    this.feed = 0;
  }
}

function number(value: number): string {
  return String(Number(value.toFixed(3)));
}
