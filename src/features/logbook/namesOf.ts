import type { Spool } from '@/core/filament/shelf/spool';

/** Names of filaments by their keys in the logbook: a spool's id stands for its name. */
export function namesOf(spools: readonly Spool[]): ReadonlyMap<string, string> {
  return new Map(spools.map(({ id, name }) => [id, name]));
}
