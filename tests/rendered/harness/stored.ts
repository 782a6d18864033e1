import { jobsToSeed } from '../../e2e/harness/seed';
import type { RenderedPage } from './page';

/** Stores demo jobs before the application runs. */
export async function seedJobs(
  page: RenderedPage,
  names: readonly string[],
  isEmpty = false,
): Promise<void> {
  const { jobs, demoFiles } = jobsToSeed(names, isEmpty);
  await page.seeder()(jobs, demoFiles);
}

/** Changes stored records behind the application's back. */
export async function editStored<Kept>(
  page: RenderedPage,
  store: string,
  edit: (kept: Kept) => void,
  database = 'lamella',
): Promise<void> {
  const db = await answered(page.profile.indexedDB.open(database));
  const tx = db.transaction(store, 'readwrite');
  const kept = tx.objectStore(store);
  for (const key of await answered(kept.getAllKeys())) {
    const record = (await answered(kept.get(key))) as Kept;
    edit(record);
    kept.put(record, kept.keyPath === null ? key : undefined);
  }
  await new Promise((resolve) => tx.addEventListener('complete', resolve));
  db.close();
}

/** Stores records behind the application's back, as a bundle or a disk may have brought them. */
export async function putStored(
  page: RenderedPage,
  store: string,
  records: readonly unknown[],
  key?: string,
): Promise<void> {
  const db = await answered(page.profile.indexedDB.open('lamella'));
  const tx = db.transaction(store, 'readwrite');
  for (const record of records) tx.objectStore(store).put(record, key);
  await new Promise((resolve) => tx.addEventListener('complete', resolve));
  db.close();
}

function answered<Answer>(request: IDBRequest<Answer>): Promise<Answer> {
  return new Promise((resolve, reject) => {
    request.onsuccess = () => resolve(request.result);
    request.onerror = () => reject(request.error ?? new Error('It cannot be read.'));
  });
}
