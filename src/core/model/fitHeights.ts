import { HAIR } from '../tolerances';

/** Where a height that is wanted falls among even layers. */
export interface HeightFit {
  /** Mm over the bed, as drawn. */
  readonly z: number;
  /** The boundary between two layers that is nearest, mm, and how far it is from the height: above is more than 0. */
  readonly nearest: number;
  readonly error: number;
  /** The boundaries to both sides, mm; the same where the height lands on one. */
  readonly below: number;
  readonly above: number;
  /** The layer that begins at the nearest boundary, counted from 1. */
  readonly layer: number;
}

/** Finds the boundaries next to a height; the bed is one. */
export function fitHeight(z: number, firstLayer: number, layerHeight: number): HeightFit {
  const boundary = (index: number): number =>
    index <= 0 ? 0 : Number((firstLayer + (index - 1) * layerHeight).toFixed(6));
  const exact = z < firstLayer ? z / firstLayer : 1 + (z - firstLayer) / layerHeight;
  const near = Math.max(0, Math.round(exact));
  const lands = Math.abs(boundary(near) - z) < HAIR;
  const down = lands ? near : Math.floor(exact);
  const nearest = boundary(near);
  return {
    z,
    nearest,
    error: Number((nearest - z).toFixed(6)),
    below: boundary(down),
    above: boundary(lands ? near : down + 1),
    layer: near + 1,
  };
}

/** How well one pair of layer heights serves all heights. */
export interface LayerChoice {
  readonly firstLayer: number;
  readonly layerHeight: number;
  /** How many heights land on a boundary. */
  readonly landing: number;
  /** The largest error, mm, and the sum of all. */
  readonly worst: number;
  readonly sum: number;
}

/** What a search may choose from, mm. */
export interface LayerSearch {
  readonly least: number;
  readonly most: number;
  readonly step: number;
  /** First layers to try; each is tried with every layer height. */
  readonly firsts: readonly number[];
}

/** Layer heights of an ordinary nozzle of 0.4 mm. */
export const ORDINARY_SEARCH: Omit<LayerSearch, 'firsts'> = { least: 0.08, most: 0.3, step: 0.01 };

/**
 * The layer heights that serve all heights best: most of them landing first, then the smallest error, then
 * the thicker layer, which prints sooner.
 * @param count how many to answer.
 */
export function bestLayers(
  heights: readonly number[],
  { least, most, step, firsts }: LayerSearch,
  count: number,
): LayerChoice[] {
  const choices: LayerChoice[] = [];
  const steps = Math.round((most - least) / step);
  for (const firstLayer of firsts) {
    for (let i = 0; i <= steps; i++) {
      const layerHeight = Number((least + i * step).toFixed(4));
      const errors = heights.map((z) => Math.abs(fitHeight(z, firstLayer, layerHeight).error));
      choices.push({
        firstLayer,
        layerHeight,
        landing: errors.filter((error) => error < HAIR).length,
        worst: Math.max(0, ...errors),
        sum: Number(errors.reduce((all, one) => all + one, 0).toFixed(6)),
      });
    }
  }
  return choices
    .sort(
      (a, b) =>
        b.landing - a.landing ||
        a.worst - b.worst ||
        a.sum - b.sum ||
        b.layerHeight - a.layerHeight,
    )
    .slice(0, count);
}
