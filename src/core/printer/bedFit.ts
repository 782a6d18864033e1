import type { Finding } from '../findings';
import type { Print } from '../print/print';
import { boundsOf } from '../geometry/columns';
import { reachOf, type Printer } from './printer';

/** What hangs over the edge by less is rounding of cells, mm. */
const OVERHANG = 0.5;
/** Share of its size by which a print's middle may lie beside X 0 Y 0 to lie round it. */
const ROUND_ORIGIN = 0.25;

/** Where a print does not fit the printer that it is for; empty when it does. */
export function bedFindings(
  { layers, footprint }: Pick<Print, 'layers' | 'footprint'>,
  printer: Pick<Printer, 'bed' | 'volume' | 'name'>,
): Finding[] {
  if (layers.length === 0) return [];
  const { minX, minY, maxX, maxY } = boundsOf(footprint);
  const reach = reachOf(printer);
  const warn = (code: Finding['code'], message: string): Finding => ({
    code,
    severity: 'warning',
    line: null,
    message,
  });
  const findings: Finding[] = [];
  const isOver =
    reach.radius === null
      ? minX < reach.minX - OVERHANG ||
        minY < reach.minY - OVERHANG ||
        maxX > reach.maxX + OVERHANG ||
        maxY > reach.maxY + OVERHANG
      : farthest(footprint) > reach.radius + OVERHANG;
  const [width, depth] = [maxX - minX, maxY - minY];
  const isRoundOrigin =
    Math.abs(minX + maxX) / 2 < ROUND_ORIGIN * width &&
    Math.abs(minY + maxY) / 2 < ROUND_ORIGIN * depth;
  const place = `X ${minX.toFixed(0)} to ${maxX.toFixed(0)}, Y ${minY.toFixed(0)} to ${maxY.toFixed(0)} mm`;
  if (isOver && isRoundOrigin && reach.minX === 0) {
    const message = `The print is centred on X 0 Y 0 (${place}), but ${printer.name} has its origin in a corner of the bed. Choose a printer with its origin in the middle.`;
    findings.push(warn('other-origin', message));
  } else if (isOver) {
    const message = `The print extends beyond the bed of ${printer.name}: ${place}. Choose the printer the file was sliced for.`;
    findings.push(warn('outside-bed', message));
  }
  const top = layers.reduce((highest, layer) => Math.max(highest, layer.highest), 0);
  if (top > reach.maxZ + OVERHANG) {
    const message = `The print is ${top.toFixed(0)} mm high, and ${printer.name} ends at ${reach.maxZ} mm. Choose the printer the file was sliced for.`;
    findings.push(warn('outside-bed', message));
  }
  return findings;
}

/** How far from X 0 Y 0 anything is printed, mm. */
function farthest({ originX, originY, columns, rows, cellMm, top }: Print['footprint']): number {
  let most = 0;
  for (let row = 0; row < rows; row++) {
    const y = originY + (row + 0.5) * cellMm;
    for (let column = 0; column < columns; column++) {
      if (top[row * columns + column] === 0) continue;
      const x = originX + (column + 0.5) * cellMm;
      most = Math.max(most, x * x + y * y);
    }
  }
  return Math.sqrt(most);
}
