import { create } from 'zustand';
import { DEMO_SHELF } from '@/core/filament/demoShelf';
import { withoutReservation } from '@/core/filament/reserve';
import type { Spool } from '@/core/filament/spool';
import { database } from './db';

interface ShelfState {
  /** By name; null while they are being loaded. */
  readonly spools: readonly Spool[] | null;
}

/** The spools that the person has. Every change is written at once. */
export const useShelf = create<ShelfState>()(() => ({ spools: null }));

const SEEDED = 'demo-shelf';
let loading: Promise<readonly Spool[]> | null = null;

/** Loads the shelf once; on the first visit the made-up spools are put there. */
export function loadShelf(): Promise<readonly Spool[]> {
  loading ??= readShelf().catch((error: unknown) => {
    loading = null;
    throw error;
  });
  return loading;
}

async function readShelf(): Promise<readonly Spool[]> {
  const db = await database();
  if ((await db.get('meta', SEEDED)) !== true) {
    const tx = db.transaction(['spools', 'meta'], 'readwrite');
    for (const spool of DEMO_SHELF) void tx.objectStore('spools').put(spool);
    void tx.objectStore('meta').put(true, SEEDED);
    await tx.done;
  }
  return show(await db.getAll('spools'));
}

function show(spools: readonly Spool[]): readonly Spool[] {
  const sorted = spools.toSorted((a, b) => a.name.localeCompare(b.name));
  useShelf.setState({ spools: sorted });
  return sorted;
}

/** Keeps spools, new or changed. */
export async function saveSpools(changed: readonly Spool[]): Promise<void> {
  const ids = new Set(changed.map(({ id }) => id));
  show([...(useShelf.getState().spools ?? []).filter(({ id }) => !ids.has(id)), ...changed]);
  const tx = (await database()).transaction('spools', 'readwrite');
  await Promise.all([...changed.map((spool) => tx.store.put(spool)), tx.done]);
}

/** Sets free what the spools are promised to a job; returns them as they were, to put them back. */
export async function releaseJob(jobId: string): Promise<readonly Spool[]> {
  await loadShelf();
  const spools = useShelf.getState().spools ?? [];
  const held = spools.filter(({ reserved }) => reserved.some((one) => one.jobId === jobId));
  if (held.length > 0) await saveSpools(held.map((spool) => withoutReservation(spool, jobId)));
  return held;
}

/** Takes spools away. */
export async function removeSpools(ids: readonly string[]): Promise<void> {
  show((useShelf.getState().spools ?? []).filter(({ id }) => !ids.includes(id)));
  const tx = (await database()).transaction('spools', 'readwrite');
  await Promise.all([...ids.map((id) => tx.store.delete(id)), tx.done]);
}

/** Puts other spools in place of all; returns those that were there, to put them back. */
export async function replaceShelf(spools: readonly Spool[]): Promise<readonly Spool[]> {
  const before = useShelf.getState().spools ?? [];
  show(spools);
  const tx = (await database()).transaction('spools', 'readwrite');
  void tx.store.clear();
  await Promise.all([...spools.map((spool) => tx.store.put(spool)), tx.done]);
  return before;
}
