import { HAIR } from '../../tolerances';
import type { LayerMark } from './labels';
import { type Level } from './levels';

/** What the file calls its levels, as far as it can be believed. All by level index. */
export interface TrustedLabels {
  readonly labels: readonly (string | null)[];
  /** Z that the file states, mm. */
  readonly heights: readonly (number | null)[];
  /** A mark that is believed stands before the level. */
  readonly marked: readonly boolean[];
  /** How many layers the labels say there are; null when they do not. */
  readonly total: number | null;
  /** True when the file speaks of layers in a way that its moves do not bear out. */
  readonly contradicts: boolean;
}

interface Entry {
  readonly level: number;
  readonly mark: LayerMark;
}

/** Share of neighbouring marks that have to go the way of the moves. */
const AGREEING = 0.9;
/** Marks per rise of the nozzle that labels have at the least. */
const LEAST_PER_RISE = 0.3;

/**
 * Decides which marks are labels. Marks of one shape are a series; it is believed when it has at
 * least two marks, stands before a good part of all rises, and rises and falls with the nozzle. A
 * lone note, or a setting that names a layer, is none. Of several numbered series the largest gives
 * the labels.
 */
export function trustedLabels(levels: readonly Level[]): TrustedLabels {
  const series = new Map<string, Entry[]>();
  levels.forEach(({ marks }, level) => {
    for (const mark of marks) {
      const entries = series.get(mark.shape);
      if (entries) entries.push({ level, mark });
      else series.set(mark.shape, [{ level, mark }]);
    }
  });
  const rises = levels.filter((level, i) => isHigher(level, levels[i - 1])).length;
  const all = [...series.values()].map((entries) => withoutStrayStart(entries, levels));
  const trusted = all.filter((entries) => agrees(entries, levels, rises));
  const numbered = trusted.filter(([{ mark }]) => mark.kind === 'number');
  const best = numbered.reduce<readonly Entry[]>((a, b) => (b.length > a.length ? b : a), []);

  const labels = levels.map((): string | null => null);
  const heights = levels.map((): number | null => null);
  const marked = levels.map(() => false);
  let total: number | null = null;
  for (const { level, mark } of trusted.flat()) {
    marked[level] = true;
    heights[level] ??= mark.z;
  }
  for (const { level, mark } of best) {
    if (mark.kind !== 'number') continue;
    labels[level] = mark.label;
    total = mark.total;
  }
  const contradicts = trusted.length === 0 && all.some((entries) => entries.length > 2);
  return { labels, heights, marked, total, contradicts };
}

function isHigher(level: Level, before: Level | undefined): boolean {
  return before === undefined || level.z > before.z + HAIR;
}

/**
 * A note in the header may look like the labels that follow. Marks of one level count once, the last
 * of them; at the start those go that do not lead on to the next.
 */
function withoutStrayStart(entries: readonly Entry[], levels: readonly Level[]): readonly Entry[] {
  const each = entries.filter(({ level }, i) => entries[i + 1]?.level !== level);
  const first = each.findIndex(
    (entry, i) => leadsOn(entry, each[i + 1], levels) && !fallsBack(entry, each[i + 1]),
  );
  return first > 0 ? each.slice(first) : each;
}

/** The labels start again, which cannot be at their very start. */
function fallsBack({ mark }: Entry, after: Entry | undefined): boolean {
  if (mark.kind !== 'number' || after?.mark.kind !== 'number') return false;
  return Number(after.mark.label) < Number(mark.label);
}

function leadsOn(before: Entry, after: Entry | undefined, levels: readonly Level[]): boolean {
  if (!after) return true;
  return goesAlong(before.mark, after.mark, levels[after.level].z - levels[before.level].z);
}

function agrees(entries: readonly Entry[], levels: readonly Level[], rises: number): boolean {
  if (entries.length < 2 || entries.length < LEAST_PER_RISE * rises) return false;
  const pairs = entries.length - 1;
  let good = 0;
  for (let i = 1; i < entries.length; i++) {
    if (leadsOn(entries[i - 1], entries[i], levels)) good++;
  }
  return good >= AGREEING * pairs;
}

/** Numbers rise with the nozzle, and start again or repeat when it goes down to the next object. */
function goesAlong(before: LayerMark, after: LayerMark, climb: number): boolean {
  const sense = Math.abs(climb) <= HAIR ? 0 : Math.sign(climb);
  if (before.kind !== 'number' || after.kind !== 'number') return sense !== 0;
  const step = Number(after.label) - Number(before.label);
  return sense > 0 ? step > 0 : sense < 0 ? step <= 0 : step === 0;
}
