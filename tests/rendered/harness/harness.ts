import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { demoId } from '../../e2e/harness/seed';
import { Desk, settle, soon } from './desk';
import { byRole } from './find';
import { seedJobs } from './stored';

export const ROOT = fileURLToPath(new URL('../../..', import.meta.url));
export { demoId };
export { Desk, soon, type Found } from './desk';
export { allByRole, byRole, bySelector, byText, fieldOf } from './find';
export { editStored, putStored, seedJobs } from './stored';

/** Waits until something holds; says what the page shows when it never does. */
export async function until(page: Desk, holds: () => unknown): Promise<void> {
  try {
    await soon('Never', () => Boolean(holds()));
  } catch {
    throw new Error(`Waited for ${String(holds)}. The page shows: ${textOf(page).slice(0, 1_000)}`);
  }
}

/** All that a page says, with one space between words. */
export function textOf(page: Desk): string {
  return spaced(page.document.body).replace(/\s+/g, ' ');
}

const INLINE = new Set([
  'SPAN',
  'B',
  'I',
  'EM',
  'STRONG',
  'CODE',
  'A',
  'ABBR',
  'TIME',
  'KBD',
  'SUB',
  'SUP',
]);

function spaced(node: Node): string {
  if (node.nodeType === 3) return node.textContent ?? '';
  // What is kept for later is there, and not shown.
  if ((node as HTMLElement).style?.display === 'none') return '';
  const text = [...node.childNodes].map(spaced).join('');
  return INLINE.has(node.nodeName) ? text : ` ${text} `;
}

/** Waits until a text stands on the page. */
export async function seeText(page: Desk, text: string): Promise<void> {
  const wanted = text.replace(/\s+/g, ' ');
  try {
    await soon('', () => textOf(page).includes(wanted));
  } catch {
    throw new Error(`“${text}” is not there. The page shows: ${textOf(page).slice(0, 1_000)}`);
  }
}

/** Waits until a text is on the page no longer. */
export async function seeNoText(page: Desk, text: string): Promise<void> {
  await soon(`“${text}” is still there`, () => !textOf(page).includes(text));
}

/** Chooses an entry of a list, as a person does: opens the field and presses the entry. */
export async function choose(page: Desk, field: string, entry: string): Promise<void> {
  await byRole(page, 'combobox', field).click();
  await byRole(page, 'option', entry).click();
  await soon('The list is still open', () => page.$('[role="listbox"]') === null);
}

export interface DeskOptions {
  /** True to meet the tour as on a first visit; it is taken as seen otherwise. */
  readonly isFirstVisit?: boolean;
  /** When the page's clock begins. */
  readonly clock?: string;
}

/** A desk with nothing stored. */
export function openPage({ isFirstVisit = false, clock }: DeskOptions = {}): {
  page: Desk;
  complaints: string[];
} {
  const page = new Desk();
  if (clock !== undefined) page.begins = Date.parse(clock);
  if (!isFirstVisit) {
    const { localStorage } = page.profile;
    localStorage.setItem('lamella-tour-seen', '1');
    const asked = { isAsked: true, printerId: null };
    localStorage.setItem('lamella-own-printer', JSON.stringify(asked));
  }
  return { page, complaints: page.complaints };
}

/** The Bench with these demo jobs and no others. */
export async function openBench(
  jobs: readonly string[] = ['Hide plate 7'],
  options?: DeskOptions,
): Promise<{ page: Desk; complaints: string[] }> {
  const bench = openPage(options);
  await seedJobs(bench.page, jobs);
  await bench.page.goto('/');
  for (const job of jobs) await seeText(bench.page, job);
  return bench;
}

interface PlanOptions extends DeskOptions {
  /** Other demo jobs on the Bench. */
  readonly besides?: readonly string[];
  /** True for a plan without swaps where the demo's has some. */
  readonly isEmpty?: boolean;
}

/** A demo job's Plan station. */
export async function openPlan(
  job = 'Hide plate 7',
  options?: PlanOptions,
): Promise<{ page: Desk; complaints: string[] }> {
  const plan = openPage(options);
  const { besides = [], isEmpty } = options ?? {};
  await seedJobs(plan.page, [job, ...besides], isEmpty);
  await plan.page.goto(`/jobs/${demoId(job)}`);
  await seeText(plan.page, 'Bands');
  return plan;
}

/** Waits until everything is stored. */
export async function seeSaved(page: Desk): Promise<void> {
  await page.waitForSelector('[data-saving="saved"]');
}

/** The layers that swaps stand before, from the names of their flags. */
export function swapLayers(page: Desk): number[] {
  return page.all('[role="group"][aria-label="Swaps"] button').flatMap((one) => {
    const layer = /before\s+layer\s*(\d+)(\+\d+)?$/.exec(one.textContent ?? '');
    return layer ? [Number(layer[1])] : [];
  });
}

/** Waits until the swaps stand before exactly these layers. */
export async function seeSwaps(page: Desk, ...layers: number[]): Promise<void> {
  await until(page, () => swapLayers(page).join() === layers.join());
}

/** The last file whose name has this ending, as soon as it was saved. */
export async function savedFile(
  page: Desk,
  ending: string,
): Promise<{ name: string; path: string; bytes: Buffer }> {
  const { name, blob } = await soon(
    `No download ${ending}`,
    () => page.saved.findLast((one) => one.name.endsWith(ending)) ?? null,
  );
  const bytes = Buffer.from(await blob.arrayBuffer());
  const path = join(mkdtempSync(join(tmpdir(), 'lamella-saved-')), name);
  writeFileSync(path, bytes);
  return { name, path, bytes };
}

/** Sets a field whose parts are picked rather than typed, such as a date. */
export async function setValue(page: Desk, selector: string, value: string): Promise<void> {
  const { element } = await page.waitForSelector(selector);
  const { window } = page;
  const proto =
    element.tagName === 'TEXTAREA' ? window.HTMLTextAreaElement : window.HTMLInputElement;
  Object.getOwnPropertyDescriptor(proto.prototype, 'value')?.set?.call(element, value);
  element.dispatchEvent(new window.Event('input', { bubbles: true }) as unknown as Event);
  await settle();
}

/** Hands files to the dialog that a press opens. */
export async function giveFile(
  page: Desk,
  path: string | readonly string[],
  press: () => Promise<unknown>,
): Promise<void> {
  page.choose(typeof path === 'string' ? [path] : path);
  await press();
}

/** The demo's file of this name. */
export const demoFile = (name: string): Buffer => readFileSync(join(ROOT, 'public/demo', name));

/** Puts a text into a field of several lines, in place of what is there, as pasting does. */
export const setText = setValue;
