import { DEMO_SHELF } from '@/core/filament/shelf/demoShelf';
import type { Spool } from '@/core/filament/shelf/spool';
import { parseSpool } from '@/core/filament/shelf/spoolFile';
import { createCollection } from './db/collection';

const { compare: byLanguage } = new Intl.Collator();

/** The spools that the person has, by name. */
export const shelf = createCollection<Spool>({
  store: 'spools',
  what: 'spool',
  parse: parseSpool,
  seed: { key: 'demo-shelf', records: () => DEMO_SHELF },
  compare: (a, b) => byLanguage(a.name, b.name),
});

/** The spools, for components. */
export const useShelf = shelf.use;
