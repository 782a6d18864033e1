import type { JobPlan } from '../jobPlan';
import type { PlanNote } from './notes';

/** What notes of one kind at several bands come to, behind their number. */
export const SEVERAL_BANDS = {
  'thin-band': 'bands are too thin to hide the colour below or above.',
  'one-layer-band': 'bands are one layer thin.',
  'unseen-band': 'bands are not visible from above or below.',
  'same-filament': 'swaps change nothing: the filament stays the same.',
  'narrow-feature': 'bands are too narrow in places to print cleanly.',
} as const satisfies Readonly<Partial<Record<PlanNote['code'], string>>>;

/** Notes of one kind at several bands, as one. */
export interface NoteGroup {
  readonly code: keyof typeof SEVERAL_BANDS;
  readonly level: PlanNote['level'];
  readonly sentence: string;
  /** From the bed up; at least two. */
  readonly notes: readonly PlanNote[];
  readonly fix: PlanNote['fix'];
}

/** The kinds of notes that stand at several bands, each as one; those that stand alone are left out. */
export function gatherNotes(notes: readonly PlanNote[]): NoteGroup[] {
  const codes = Object.keys(SEVERAL_BANDS) as (keyof typeof SEVERAL_BANDS)[];
  return codes.flatMap((code): NoteGroup[] => {
    const all = notes.filter((one) => one.code === code && one.band !== null);
    if (all.length < 2) return [];
    const { level } = all[0];
    const sentence = `${all.length} ${SEVERAL_BANDS[code]}`;
    return [{ code, level, sentence, notes: all, fix: fixOfAll(all.map(({ fix }) => fix)) }];
  });
}

interface PlanEdit {
  readonly edit: (plan: JobPlan) => JobPlan;
}

/** One fix for all places of a kind; null unless each has one of its own. */
export function fixOfAll(fixes: readonly (PlanEdit | null)[]): PlanNote['fix'] {
  if (!fixes.every((fix) => fix !== null)) return null;
  return {
    label: `Fix all ${fixes.length}`,
    // From the top down: what is merged below does not move what stands above.
    edit: (plan) => fixes.reduceRight((now, fix) => fix.edit(now), plan),
  };
}
