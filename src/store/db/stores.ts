import type { BundleKind } from '@/core/bundle/form';

/** Left out of a place, and why that loses nothing. */
interface LeftOut {
  readonly out: string;
}

/** Where the records of one store go. Each place is named, or it is said why it is left out. */
interface Keeping {
  /** The version of the database that brought the store. */
  readonly since: number;
  /** The file with everything: as records of their own, or as bytes beside those of another store. */
  readonly bundle: 'records' | { readonly beside: BundleKind } | LeftOut;
  /** The second place, which outlives the database. */
  readonly journal: 'records' | LeftOut;
  /** Taking a change back: by itself, or together with the records of another store. */
  readonly undo: 'records' | { readonly beside: BundleKind } | LeftOut;
}

/**
 * The one table of where records go. A store that is not in it cannot be written; what is in it is saved,
 * kept in the second place, brought back and undone by what is said here, and the tests walk through it.
 */
export const STORES = {
  jobs: { since: 1, bundle: 'records', journal: 'records', undo: 'records' },
  files: {
    since: 1,
    bundle: { beside: 'jobs' },
    journal: { out: 'They are too large, and the person has them on a disk.' },
    undo: { beside: 'jobs' },
  },
  plans: { since: 1, bundle: 'records', journal: 'records', undo: 'records' },
  printers: { since: 4, bundle: 'records', journal: 'records', undo: 'records' },
  spools: { since: 4, bundle: 'records', journal: 'records', undo: 'records' },
  measurements: { since: 11, bundle: 'records', journal: 'records', undo: 'records' },
  runs: { since: 7, bundle: 'records', journal: 'records', undo: 'records' },
  photos: {
    since: 8,
    bundle: 'records',
    journal: { out: 'They are too large.' },
    undo: 'records',
  },
  entries: {
    since: 8,
    bundle: { out: 'They follow from the runs.' },
    journal: { out: 'They follow from the runs.' },
    undo: { beside: 'runs' },
  },
  changes: {
    since: 9,
    bundle: { out: 'Each record of the file says when it was changed.' },
    journal: { out: 'Each record there says when it was changed.' },
    undo: { out: 'Taking something back is a change, too.' },
  },
  meta: {
    since: 1,
    bundle: { out: 'It tells of this browser alone.' },
    journal: { out: 'It tells of this database alone.' },
    undo: { out: 'It holds nothing that a person has made.' },
  },
} as const satisfies Readonly<Record<string, Keeping>>;

export type StoreName = keyof typeof STORES;

/** The stores whose row says that of a place. */
type Where<Place extends keyof Keeping> = {
  [S in StoreName]: (typeof STORES)[S][Place] extends 'records' ? S : never;
}[StoreName];
/** The stores that the second place keeps. */
export type JournalStore = Where<'journal'>;

export const STORE_NAMES = Object.keys(STORES) as readonly StoreName[];

/** Whether records of a store go to the file with everything, as records of their own. */
export function isBundled(store: StoreName): store is BundleKind {
  return STORES[store].bundle === 'records';
}

/** Whether the second place keeps records of a store. */
export function isJournaled(store: string): store is JournalStore {
  return Object.hasOwn(STORES, store) && STORES[store as StoreName].journal === 'records';
}

/** The stores that a change of records may touch, and that taking it back touches again. */
export const UNDONE: readonly StoreName[] = STORE_NAMES.filter(
  (store) => !isLeftOut(STORES[store].undo),
);

function isLeftOut(place: Keeping['bundle' | 'undo']): place is LeftOut {
  return typeof place === 'object' && 'out' in place;
}
