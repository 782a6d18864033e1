/** A clock may be off by so much, ms. */
const SLACK = 60_000;

/** When something was changed; null for a time that has not come yet: the clock that said it was wrong. */
export function knownTime(changedAt: number | null, now: number): number | null {
  return changedAt !== null && changedAt > now + SLACK ? null : changedAt;
}

/** How a record of a bundle stands to the one that is here. */
export type Standing =
  /** There is none here. */
  | 'new'
  | 'same'
  /** Both were changed, and the bundle's or the one here last. */
  | 'newer'
  | 'older'
  /** They differ, and nobody knows which was changed last. */
  | 'differs'
  /** It was taken away here since. */
  | 'gone';

/** One side of the comparison. */
export interface Side {
  /** What it says, as `recordText` writes it; null for nothing. */
  readonly text: string | null;
  /**
   * When it was changed last or taken away, ms since 1970; 0 for what Lamella has made and nobody changed, null
   * where it is not known.
   */
  readonly changedAt: number | null;
}

/** Compares a record of a bundle with the one of the same id here. */
export function standingOf(there: Side & { readonly text: string }, here: Side): Standing {
  const [thereAt, hereAt] = [there.changedAt ?? 0, here.changedAt ?? 0];
  const isKnown = there.changedAt !== null && here.changedAt !== null;
  if (here.text === null) return hereAt > 0 && hereAt >= thereAt ? 'gone' : 'new';
  // Examples are made again in each browser; of two that nobody has touched, one is as good as the other.
  const areUntouched = there.changedAt === 0 && here.changedAt === 0;
  if (here.text === there.text || areUntouched) return 'same';
  if (!isKnown || thereAt === hereAt) return 'differs';
  return thereAt > hereAt ? 'newer' : 'older';
}
