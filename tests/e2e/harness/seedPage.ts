import { commit } from '@/store/db/commit';
import { saveWholeJob } from '@/store/jobs/jobs';
import type { Job, StoredPlans } from '@/store/records/records';
import { shelf } from '@/store/shelf';
import { printers } from '@/store/printers';

/** A job as it can be handed to a page: its picture as bytes in text, its file by its address. */
export interface SeededJob {
  readonly job: Omit<Job, 'picture'>;
  readonly picture: { readonly columns: number; readonly rows: number; readonly packed: string };
  readonly plans: StoredPlans;
  readonly file: string;
}

/** Stores jobs as the Bench would have, and no other of the demo's: run inside of a page. */
async function seed(jobs: readonly SeededJob[], demoFiles: readonly string[]): Promise<void> {
  await Promise.all([shelf.load(), printers.load()]);
  for (const { job, picture, plans, file } of jobs) {
    const bytes = Uint8Array.from(atob(picture.packed), (one) => one.charCodeAt(0));
    const packed = new Uint16Array(bytes.buffer);
    const response = await fetch(file);
    const saved = await saveWholeJob({
      job: { ...job, picture: { ...picture, packed } },
      file: await response.blob(),
      plans,
    });
    if (!saved.ok) throw new Error(saved.refusal.message);
  }
  await commit({
    what: 'the marks of the demo',
    stores: ['meta'],
    make: () => demoFiles.map((name) => ({ store: 'meta', key: `demo:${name}`, value: true })),
  });
}

Object.assign(globalThis, { seedLamella: seed });
