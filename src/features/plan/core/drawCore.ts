import { HATCH_PATH, HATCH_TILE, inkOn } from '@/components/hatch';
import { bottomOf, type Layer } from '@/core/layers';
import type { Band } from '@/core/plan/work/bands';
import type { PaletteFilament } from '@/core/filament/palette';
import type { LayerShare } from '@/core/plan/work/layerShares';
import type { CoreScale } from './coreScale';

export interface CoreDrawing {
  /** The layers in sight, lowest first. */
  readonly layers: readonly Layer[];
  readonly bands: readonly Band[];
  /** Where parts lie side by side, what each filament takes of a layer; null otherwise. */
  readonly shares: ReadonlyMap<number, readonly LayerShare[]> | null;
  readonly scale: CoreScale;
  /** Size in CSS px; the canvas may have more pixels. */
  readonly width: number;
  readonly height: number;
  readonly lineColour: string;
  /** Area of the widest layer of the print, mm². */
  readonly widest: number;
}

/** Drawn by the processor: for thin bars, redrawn with every move, that is the faster way. */
export const SMALL_AND_OFTEN: CanvasRenderingContext2DSettings = { willReadFrequently: true };

/** Draws the core: a bar for each layer, as wide as the print is at its height. */
export function drawCore(context: CanvasRenderingContext2D, drawing: CoreDrawing): void {
  const { layers, bands, scale, width, height, lineColour } = drawing;
  const { widest } = drawing;
  context.save();
  try {
    context.clearRect(0, 0, width, height);
    if (drawing.shares) drawDivided(context, drawing, drawing.shares);
    for (const band of drawing.shares ? [] : bands) {
      const bars = new Path2D();
      const own = layers.filter(({ number }) => number >= band.first && number <= band.last);
      for (const { top, bottom, span } of barsOf(own, scale)) {
        const barWidth = Math.max(3, (span / widest) * width);
        bars.rect((width - barWidth) / 2, top, barWidth, bottom - top);
      }
      fillBars(context, bars, band.filament);
    }
    drawSeams(context, drawing, widest, lineColour);
  } finally {
    context.restore();
  }
}

function fillBars(
  context: CanvasRenderingContext2D,
  bars: Path2D,
  filament: PaletteFilament,
): void {
  context.fillStyle = filament.colour;
  context.fill(bars);
  const hatch = hatchPattern(context, filament);
  if (!hatch) return;
  context.fillStyle = hatch;
  context.fill(bars);
}

/** Bars of several filaments, each as wide as its share of the layer. */
function drawDivided(
  context: CanvasRenderingContext2D,
  { layers, scale, width, widest }: CoreDrawing,
  shares: ReadonlyMap<number, readonly LayerShare[]>,
): void {
  const byLetter = new Map<string, { filament: PaletteFilament; bars: Path2D }>();
  for (const layer of layers) {
    const [top, bottom] = [scale.y(layer.z), scale.y(bottomOf(layer))];
    const barWidth = Math.max(3, (layer.spanMm2 / widest) * width);
    let left = (width - barWidth) / 2;
    for (const { filament, share } of shares.get(layer.number) ?? []) {
      const own = byLetter.get(filament.letter) ?? { filament, bars: new Path2D() };
      byLetter.set(filament.letter, own);
      own.bars.rect(left, top, share * barWidth, bottom - top);
      left += share * barWidth;
    }
  }
  for (const { filament, bars } of byLetter.values()) fillBars(context, bars, filament);
}

/** Rows on the screen, and the area inside the print, mm². */
interface Bar {
  readonly top: number;
  readonly bottom: number;
  readonly span: number;
}

/** At most one bar for each row of the screen: layers that share one are as wide as the widest of them. */
export function barsOf(layers: readonly Layer[], { y }: CoreScale): readonly Bar[] {
  const bars: Bar[] = [];
  for (const layer of layers) {
    const top = y(layer.z);
    const bottom = y(bottomOf(layer));
    const span = layer.spanMm2;
    const last = bars.at(-1);
    if (last && Math.floor(last.top) === Math.floor(top)) {
      bars[bars.length - 1] = { top, bottom: last.bottom, span: Math.max(last.span, span) };
    } else bars.push({ top, bottom, span });
  }
  return bars;
}

/** Thin lines between layers, where there is room for them, and the outline of every bar. */
function drawSeams(
  context: CanvasRenderingContext2D,
  drawing: CoreDrawing,
  widest: number,
  lineColour: string,
): void {
  const { sides, seams } = linesOf(drawing, widest);
  context.strokeStyle = lineColour;
  context.lineWidth = 1;
  context.globalAlpha = 0.9;
  context.stroke(sides);
  context.globalAlpha = 0.35;
  context.stroke(seams);
  context.globalAlpha = 1;
}

interface CoreLines {
  readonly scale: CoreScale;
  readonly sides: Path2D;
  readonly seams: Path2D;
}

/** The lines last drawn of some layers: a moved swap changes none of them. */
const drawnLines = new WeakMap<readonly Layer[], CoreLines>();

function linesOf({ layers, scale, width }: CoreDrawing, widest: number): CoreLines {
  const known = drawnLines.get(layers);
  if (known?.scale === scale) return known;
  const sides = new Path2D();
  const seams = new Path2D();
  for (const bar of barsOf(layers, scale)) {
    const top = Math.round(bar.top) + 0.5;
    const bottom = Math.round(bar.bottom) + 0.5;
    const half = Math.max(3, (bar.span / widest) * width) / 2;
    for (const x of [width / 2 - half, width / 2 + half]) {
      sides.moveTo(x, top);
      sides.lineTo(x, bottom);
    }
    if (bottom - top < 4) continue;
    seams.moveTo(width / 2 - half, top);
    seams.lineTo(width / 2 + half, top);
  }
  const lines = { scale, sides, seams };
  drawnLines.set(layers, lines);
  return lines;
}

/** Patterns by hatch and ink, made once: to make one, a canvas is waited for that may have much to draw. */
const patterns = new Map<string, CanvasPattern | null>();

function hatchPattern(
  context: CanvasRenderingContext2D,
  filament: PaletteFilament,
): CanvasPattern | null {
  const path = HATCH_PATH[filament.hatch];
  if (path === '') return null;
  const key = `${filament.hatch} ${inkOn(filament.colour)}`;
  const known = patterns.get(key);
  if (known !== undefined) return known;
  const made = context.createPattern(drawTile(path, inkOn(filament.colour)), 'repeat');
  patterns.set(key, made);
  return made;
}

function drawTile(path: string, ink: string): OffscreenCanvas {
  const tile = new OffscreenCanvas(HATCH_TILE, HATCH_TILE);
  // As the core itself: a tile on the graphics card would be fetched from there, past all that waits, at each use.
  const pen = tile.getContext('2d', SMALL_AND_OFTEN);
  if (!pen) return tile;
  pen.strokeStyle = ink;
  pen.globalAlpha = 0.38;
  pen.lineWidth = 1.2;
  pen.lineCap = 'round';
  pen.stroke(new Path2D(path));
  return tile;
}
