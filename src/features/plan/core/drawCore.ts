import { HATCH_PATH, HATCH_TILE, inkOn } from '@/components/hatch';
import { bottomOf, type Layer } from '@/core/gcode/layers';
import type { Band } from '@/core/plan/bands';
import type { PaletteFilament } from '@/core/plan/jobPlan';
import type { CoreScale } from './coreScale';

export interface CoreDrawing {
  readonly layers: readonly Layer[];
  readonly bands: readonly Band[];
  readonly scale: CoreScale;
  /** Size in CSS px; the canvas may have more pixels. */
  readonly width: number;
  readonly height: number;
  readonly lineColour: string;
}

/** Draws the core: a bar for each layer, as wide as the print is at its height. */
export function drawCore(context: CanvasRenderingContext2D, drawing: CoreDrawing): void {
  const { layers, bands, scale, width, height, lineColour } = drawing;
  const widest = layers.reduce((most, layer) => Math.max(most, layer.spanMm2), 1);
  context.save();
  try {
    context.clearRect(0, 0, width, height);
    for (const band of bands) {
      const bars = new Path2D();
      for (const layer of layers.slice(band.first - 1, band.last)) {
        const top = scale.y(layer.z);
        const barWidth = Math.max(3, (layer.spanMm2 / widest) * width);
        bars.rect((width - barWidth) / 2, top, barWidth, scale.y(bottomOf(layer)) - top);
      }
      context.fillStyle = band.filament.colour;
      context.fill(bars);
      const hatch = hatchPattern(context, band.filament);
      if (hatch) {
        context.fillStyle = hatch;
        context.fill(bars);
      }
    }
    drawSeams(context, drawing, widest, lineColour);
  } finally {
    context.restore();
  }
}

/** Thin lines between layers, where there is room for them, and the outline of every bar. */
function drawSeams(
  context: CanvasRenderingContext2D,
  { layers, scale, width }: CoreDrawing,
  widest: number,
  lineColour: string,
): void {
  context.strokeStyle = lineColour;
  context.lineWidth = 1;
  for (const layer of layers) {
    const top = Math.round(scale.y(layer.z)) + 0.5;
    const bottom = Math.round(scale.y(bottomOf(layer))) + 0.5;
    const half = Math.max(3, (layer.spanMm2 / widest) * width) / 2;
    context.globalAlpha = 0.9;
    context.beginPath();
    context.moveTo(width / 2 - half, top);
    context.lineTo(width / 2 - half, bottom);
    context.moveTo(width / 2 + half, top);
    context.lineTo(width / 2 + half, bottom);
    context.stroke();
    if (bottom - top < 4) continue;
    context.globalAlpha = 0.35;
    context.beginPath();
    context.moveTo(width / 2 - half, top);
    context.lineTo(width / 2 + half, top);
    context.stroke();
  }
  context.globalAlpha = 1;
}

function hatchPattern(
  context: CanvasRenderingContext2D,
  filament: PaletteFilament,
): CanvasPattern | null {
  const path = HATCH_PATH[filament.hatch];
  if (path === '') return null;
  const tile = new OffscreenCanvas(HATCH_TILE, HATCH_TILE);
  const pen = tile.getContext('2d');
  if (!pen) return null;
  pen.strokeStyle = inkOn(filament.colour);
  pen.globalAlpha = 0.38;
  pen.lineWidth = 1.2;
  pen.lineCap = 'round';
  pen.stroke(new Path2D(path));
  return context.createPattern(tile, 'repeat');
}
