import { readFileSync } from 'node:fs';
import { withMain } from '../../support/plans';
import type { Page } from 'puppeteer-core';
import { openEmptyPage } from './desk';
import type { SeededJob } from './seedPage';

/** What pages are seeded with. */
export interface Seeds {
  /** Puts `seedLamella` into a page. */
  readonly script: string;
  readonly jobs: readonly SeededJob[];
}

const { E2E_SEEDS } = process.env;
/** Made once for a run of the tests; made here for what uses the same pages outside of one. */
const seeds: Seeds = E2E_SEEDS
  ? (JSON.parse(readFileSync(E2E_SEEDS, 'utf8')) as Seeds)
  : await (await import('./makeSeeds')).makeSeeds();

function seededJob(name: string): SeededJob {
  const found = seeds.jobs.find(({ job }) => job.name === name);
  if (!found) throw new Error(`No demo job ${name}`);
  return found;
}

/** The id that a demo job gets when it is seeded. */
export function demoId(name: string): string {
  return seededJob(name).job.id;
}

function withoutSwaps(seeded: SeededJob): SeededJob {
  const { book } = seeded.plans;
  const variants = book.variants.map((one) => ({
    ...one,
    plan: withMain(one.plan, { swaps: [] }),
  }));
  return { ...seeded, plans: { ...seeded.plans, book: { ...book, variants } } };
}

/** What `seedLamella` is given for these demo jobs. */
export function jobsToSeed(
  names: readonly string[],
  isEmpty: boolean,
): { jobs: readonly SeededJob[]; demoFiles: readonly string[] } {
  const jobs = names.map(seededJob).map((one) => (isEmpty ? withoutSwaps(one) : one));
  return { jobs, demoFiles: seeds.jobs.map(({ job }) => job.fileName) };
}

/** Stores demo jobs in a page's browser before the application runs there. */
export async function seedJobs(
  page: Page,
  url: string,
  names: readonly string[],
  isEmpty = false,
): Promise<void> {
  await openEmptyPage(page, url);
  await page.evaluate(seeds.script);
  const { jobs, demoFiles } = jobsToSeed(names, isEmpty);
  await page.evaluate(
    (given, files) => {
      const { seedLamella } = globalThis as unknown as {
        seedLamella: (jobs: unknown, files: unknown) => Promise<void>;
      };
      return seedLamella(given, files);
    },
    jobs,
    demoFiles,
  );
}

/** Changes fields of a stored record behind the application's back. */
export async function editRaw(
  page: Page,
  store: string,
  key: string,
  fields: Readonly<Record<string, unknown>>,
): Promise<void> {
  await page.evaluate(
    (name, id, given) =>
      new Promise<void>((resolve, reject) => {
        const opening = indexedDB.open('lamella');
        opening.onsuccess = () => {
          const tx = opening.result.transaction(name, 'readwrite');
          const records = tx.objectStore(name);
          const found = records.get(id);
          found.onsuccess = () => records.put({ ...found.result, ...given });
          tx.oncomplete = () => {
            opening.result.close();
            resolve();
          };
          tx.onerror = () => reject(tx.error);
        };
      }),
    store,
    key,
    fields,
  );
}

/** Puts something else in place of all records of a store; `edit` is a function as text. */
export async function editAll(
  page: Page,
  database: string,
  store: string,
  edit: string,
): Promise<void> {
  // As text, since the page's own policy lets it evaluate nothing.
  await page.evaluate(`new Promise((resolve, reject) => {
    const opening = indexedDB.open('${database}');
    opening.onsuccess = () => {
      const tx = opening.result.transaction('${store}', 'readwrite');
      const all = tx.objectStore('${store}').openCursor();
      all.onsuccess = () => {
        all.result?.update((${edit})(all.result.value));
        all.result?.continue();
      };
      tx.oncomplete = () => {
        opening.result.close();
        resolve();
      };
      tx.onerror = () => reject(tx.error);
    };
  })`);
}

/** Typed arrays have no form in JSON. */
const AS_JSON = `(_, value) => value instanceof Uint16Array ? { uint16: [...value] } : value`;
const FROM_JSON = `(_, value) => value?.uint16 ? Uint16Array.from(value.uint16) : value`;

/** All stored records of a store as JSON, with its typed arrays. */
export async function allRecords(page: Page, store: string): Promise<string[]> {
  return (await page.evaluate(`new Promise((resolve, reject) => {
    const opening = indexedDB.open('lamella');
    opening.onsuccess = () => {
      const all = opening.result.transaction('${store}').objectStore('${store}').getAll();
      all.onsuccess = () => {
        opening.result.close();
        resolve(all.result.map((one) => JSON.stringify(one, ${AS_JSON})));
      };
      all.onerror = () => reject(all.error);
    };
  })`)) as string[];
}

/** The one stored record of a store as JSON. */
export async function onlyRecord(page: Page, store: string): Promise<string> {
  const all = await allRecords(page, store);
  if (all.length !== 1) throw new Error(`There are ${all.length} records.`);
  return all[0];
}

/** Stores a record, as JSON from the above, behind the application's back. */
export async function putRecord(page: Page, store: string, json: string): Promise<void> {
  await page.evaluate(`new Promise((resolve, reject) => {
    const opening = indexedDB.open('lamella');
    opening.onsuccess = () => {
      const tx = opening.result.transaction('${store}', 'readwrite');
      tx.objectStore('${store}').put(JSON.parse(${JSON.stringify(json)}, ${FROM_JSON}));
      tx.oncomplete = () => {
        opening.result.close();
        resolve();
      };
      tx.onerror = () => reject(tx.error);
    };
  })`);
}

/** Lets every write fail as on a full disk, or work again. */
export async function fillDisk(page: Page, isFull: boolean): Promise<void> {
  await page.evaluate((full) => {
    const store = IDBObjectStore.prototype as unknown as Record<string, unknown>;
    store.realPut ??= store.put;
    store.put = full
      ? () => {
          throw new DOMException('full', 'QuotaExceededError');
        }
      : store.realPut;
  }, isFull);
}
