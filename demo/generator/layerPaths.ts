import { ClipType, ClipperD, FillRule, type PathD, type PathsD } from 'clipper2-ts';
import { cut, grow, overlap, type Area } from '../../src/core/draw/areas';
import { join } from './join';

/** One printed path of a layer. */
export interface PrintedPath {
  /** The tool that prints it, from 0. */
  readonly tool: number;
  readonly kind: 'skirt' | 'outline' | 'solid' | 'sparse';
  readonly points: PathD;
}

/** Part of a model: an area that is filled from one height to another, mm. */
export interface Solid {
  readonly area: Area;
  readonly from: number;
  readonly to: number;
  /** 0 when left out. Where solids overlap, the higher tool wins. */
  readonly tool?: number;
}

export interface SliceSettings {
  readonly lineWidth: number;
  readonly firstLayer: number;
  readonly layerHeight: number;
  readonly outlines: number;
  /** Closed layers above and below a surface. */
  readonly solidLayers: number;
  /** Distance between the lines of the open fill, mm. */
  readonly sparseSpacing: number;
  /** Distance of the skirt from the print, mm; 0 for none. */
  readonly skirt: number;
}

export interface SlicedLayer {
  readonly z: number;
  readonly thickness: number;
  readonly paths: readonly PrintedPath[];
}

/** Cuts a model into layers of outlines, closed fill and open fill, tool by tool. */
export function sliceModel(solids: readonly Solid[], settings: SliceSettings): SlicedLayer[] {
  const tops = layerTops(solids, settings);
  const tools = [...new Set(solids.map((solid) => solid.tool ?? 0))].sort((a, b) => a - b);
  const areas = tools.map((tool) => tops.map((_, i) => areaAt(solids, tool, middleOf(tops, i))));
  return tops.map((z, i) => ({
    z,
    thickness: z - (tops[i - 1] ?? 0),
    paths: tools.flatMap((tool, k) =>
      pathsOfLayer(areas[k], i, settings).map((path) => ({ ...path, tool })),
    ),
  }));
}

function middleOf(tops: readonly number[], i: number): number {
  return (tops[i] + (tops[i - 1] ?? 0)) / 2;
}

/** What a tool prints at a height: its solids, less those of higher tools. */
function areaAt(solids: readonly Solid[], tool: number, z: number): Area {
  const there = solids.filter((solid) => solid.from < z && z < solid.to);
  const of = (wanted: (one: number) => boolean): Area =>
    join(...there.filter((solid) => wanted(solid.tool ?? 0)).map((solid) => solid.area));
  return cut(
    of((one) => one === tool),
    of((one) => one > tool),
  );
}

function layerTops(solids: readonly Solid[], settings: SliceSettings): number[] {
  const height = Math.max(...solids.map((solid) => solid.to));
  const count = 1 + Math.round((height - settings.firstLayer) / settings.layerHeight);
  return Array.from({ length: count }, (_, i) =>
    Number((settings.firstLayer + i * settings.layerHeight).toFixed(4)),
  );
}

function pathsOfLayer(
  areas: readonly Area[],
  i: number,
  settings: SliceSettings,
): readonly Omit<PrintedPath, 'tool'>[] {
  const { lineWidth, outlines } = settings;
  const area = areas[i];
  const paths: Omit<PrintedPath, 'tool'>[] = [];
  if (area.length === 0) return paths;
  if (i === 0 && settings.skirt > 0) {
    const around = grow(area, settings.skirt);
    paths.push(...around.map((points) => ({ kind: 'skirt' as const, points: closed(points) })));
  }
  for (let n = outlines - 1; n >= 0; n--) {
    const ring = grow(area, -lineWidth * (n + 0.5));
    paths.push(...ring.map((points) => ({ kind: 'outline' as const, points: closed(points) })));
  }
  const inside = grow(area, -lineWidth * (outlines - 0.1));
  const buried = buriedArea(areas, i, settings.solidLayers);
  const sparse = overlap(inside, buried);
  const solid = cut(inside, sparse);
  const angle = i % 2 === 0 ? 45 : 135;
  const fill = (kind: 'solid' | 'sparse', region: Area, spacing: number): void => {
    for (const points of nearestFirst(hatch(region, angle, spacing))) paths.push({ kind, points });
  };
  fill('solid', solid, lineWidth);
  fill('sparse', sparse, settings.sparseSpacing);
  return paths;
}

/** What lies under and over enough other layers to be filled openly. */
function buriedArea(areas: readonly Area[], i: number, solidLayers: number): Area {
  let buried = areas[i];
  for (let k = 1; k <= solidLayers; k++) {
    buried = overlap(buried, areas[i - k] ?? []);
    buried = overlap(buried, areas[i + k] ?? []);
  }
  return grow(grow(buried, -1.2), 0.8);
}

function closed(points: PathD): PathD {
  return [...points, points[0]];
}

/** Parallel lines at `angle` degrees, `spacing` mm apart, cut to the area. */
function hatch(area: Area, angle: number, spacing: number): PathsD {
  if (area.length === 0) return [];
  const corners = area.flat();
  const radians = (angle * Math.PI) / 180;
  const [ux, uy] = [Math.cos(radians), Math.sin(radians)];
  const along = corners.map(({ x, y }) => x * ux + y * uy);
  const across = corners.map(({ x, y }) => y * ux - x * uy);
  const [a0, a1] = [Math.min(...along) - 1, Math.max(...along) + 1];
  const first = Math.ceil(Math.min(...across) / spacing);
  const last = Math.floor(Math.max(...across) / spacing);
  const lines: PathsD = [];
  for (let n = first; n <= last; n++) {
    const c = n * spacing;
    lines.push([
      { x: a0 * ux - c * uy, y: a0 * uy + c * ux },
      { x: a1 * ux - c * uy, y: a1 * uy + c * ux },
    ]);
  }
  const clipper = new ClipperD(4);
  clipper.addOpenSubjectPaths(lines);
  clipper.addClipPaths(area);
  const pieces: PathsD = [];
  clipper.execute(ClipType.Intersection, FillRule.NonZero, [], pieces);
  return pieces.filter((piece) => piece.length > 1);
}

/** Orders open lines so that each begins near the end of the one before, turning them as needed. */
function nearestFirst(lines: PathsD): PathsD {
  const left = [...lines];
  const ordered: PathsD = [];
  let at = left[0]?.[0];
  while (left.length > 0 && at) {
    let best = 0;
    let bestDistance = Infinity;
    let turned = false;
    for (let i = 0; i < left.length; i++) {
      const line = left[i];
      const ends = [line[0], line[line.length - 1]];
      for (let end = 0; end < 2; end++) {
        const distance = (ends[end].x - at.x) ** 2 + (ends[end].y - at.y) ** 2;
        if (distance < bestDistance) [best, bestDistance, turned] = [i, distance, end === 1];
      }
    }
    const [line] = left.splice(best, 1);
    if (turned) line.reverse();
    ordered.push(line);
    at = line[line.length - 1];
  }
  return ordered;
}
