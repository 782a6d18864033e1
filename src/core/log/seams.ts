/** How the seam of a swap came out. */
export const RATINGS = ['clean', 'tinted', 'blob', 'gap', 'loose'] as const;
export type Rating = (typeof RATINGS)[number];

/** What a purge of some length brought. */
export interface PurgeSeen {
  readonly mm: number;
  readonly isClean: boolean;
}

/** The least purge from one filament to another that comes out clean, mm. */
export interface PurgeBounds {
  readonly value: number;
  /** The longest that is known to be too short, and the shortest that is known to be enough; null for unknown. */
  readonly tooShort: number | null;
  readonly enough: number | null;
  readonly runs: number;
}

/** As many runs as the model weighs. */
const MODEL_RUNS = 1;
/** Where nothing was enough yet, so much more than what was too short is tried next. */
const MORE = 1.25;

/** At most so many of the seams from a length on may be tinted, for it to be called enough. */
const MOST_TINTED = 1 / 3;

/**
 * The length that parts clean seams from tinted ones best; infinite where none is enough, as where from no
 * length on clean seams are plainly more than tinted ones.
 */
function borderOf(seen: readonly PurgeSeen[]): number {
  const sorted = seen.toSorted((a, b) => a.mm - b.mm || Number(b.isClean) - Number(a.isClean));
  // With the border below all of them, every tinted seam lies on its wrong side.
  let wrong = sorted.reduce((sum, { isClean }) => sum + Number(!isClean), 0);
  let tinted = wrong;
  let [border, least] = [Infinity, seen.length - wrong];
  for (let i = 0; i < sorted.length; i++) {
    const { mm, isClean } = sorted[i];
    // All seams of a length lie on one side; it is a border before the first of them.
    const isFirst = i === 0 || sorted[i - 1].mm < mm;
    const isEnough = isClean && isFirst && tinted <= MOST_TINTED * (sorted.length - i);
    if (isEnough && (wrong < least || (wrong === least && border === Infinity))) {
      [border, least] = [mm, wrong];
    }
    wrong += isClean ? 1 : -1;
    tinted -= isClean ? 0 : 1;
  }
  return border;
}

/**
 * The least length that comes out clean, from lengths that did and did not. The border between the two is
 * put where fewest seams lie on its wrong side, and of several such places at the shortest one (a decision
 * stump); so one rating that was a slip moves it little. Then it is drawn towards the model while there is
 * little, never down to what is known to be too short.
 */
export function purgeBounds(seen: readonly PurgeSeen[], model: number): PurgeBounds {
  if (seen.length === 0) return { value: model, tooShort: null, enough: null, runs: 0 };
  const border = borderOf(seen);
  const tinted = seen.flatMap(({ mm, isClean }) => (isClean ? [] : [mm]));
  const short = tinted.filter((mm) => mm < border);
  const tooShort = short.length > 0 ? Math.max(...short) : null;
  const enough = border === Infinity ? null : border;
  const found = enough ?? Math.max(model, MORE * (tooShort ?? model));
  const n = seen.length;
  const drawn = (n * found + MODEL_RUNS * model) / (n + MODEL_RUNS);
  // What was too short is passed over by a tenth at least; what was enough need not be more.
  const least = tooShort === null ? 0 : Math.min(enough ?? Infinity, 1.1 * tooShort);
  return { value: Math.max(least, drawn), tooShort, enough, runs: n };
}
