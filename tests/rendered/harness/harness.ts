import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { queryAllByRole } from '@testing-library/dom';
import { userEvent, type UserEvent } from '@testing-library/user-event';
import { onTestFinished } from 'vitest';
import { demoId } from '../../e2e/harness/seed';
import { RenderedPage } from './page';
import type { Profile } from './profile';
import { seedJobs } from './stored';

/** Longest wait for what a page is to say, ms. No test waits for time to pass. */
const PATIENCE = 30_000;

export const ROOT = fileURLToPath(new URL('../../..', import.meta.url));
export { demoId };
export { editStored, putStored, seedJobs } from './stored';

/** An element that may not be there yet. */
export interface Sought {
  /** Waits until it is there. */
  readonly wait: () => Promise<Found>;
  /** Waits until it is there and enabled, and presses it. */
  readonly click: () => Promise<void>;
}

/** What a person does with an element. */
export class Found {
  constructor(
    readonly element: HTMLInputElement,
    private readonly desk: Desk,
  ) {}

  async click(): Promise<void> {
    await this.desk.user.click(this.element);
    await settle();
  }

  /** Marks all that stands in the field, so that it is typed over. */
  mark(): void {
    this.element.focus();
    this.element.select();
  }

  /** Types behind what stands in the field. */
  async type(text: string): Promise<void> {
    const isBehind = (): boolean => this.element.closest('[aria-hidden="true"], [inert]') !== null;
    await soon('A dialog is before the field', () => !isBehind());
    this.element.focus();
    await this.desk.user.keyboard(text.replace(/[[{]/g, '$&$&'));
    await settle();
  }

  async press(key: string): Promise<void> {
    this.element.focus();
    await this.desk.keyboard.press(key);
  }

  focus(): void {
    this.element.focus();
  }

  async hover(): Promise<void> {
    await this.desk.user.hover(this.element);
    await settle();
  }

  /** Hands files to a field for files. */
  async uploadFile(...paths: string[]): Promise<void> {
    this.desk.choose(paths);
    this.element.click();
    await settle();
  }

  /** Types in place of what stands in the field. */
  async fill(text: string): Promise<void> {
    await this.desk.user.clear(this.element);
    await this.type(text);
  }
}

/** The application as a person sees it who has no need of where things stand. */
export class Desk extends RenderedPage {
  user!: UserEvent;

  /** Keys of the keyboard, by their names. */
  readonly keyboard = {
    press: (key: string) => this.keys(key.length === 1 && !/[[{]/.test(key) ? key : `{${key}}`),
    down: (key: string) => this.keys(`{${key}>}`),
    up: (key: string) => this.keys(`{/${key}}`),
    type: (text: string) => this.keys(text.replace(/[[{]/g, '$&$&')),
  };

  constructor(profile?: Profile) {
    super(profile);
    onTestFinished(() => this.close());
  }

  override async goto(path: string): Promise<void> {
    await super.goto(path);
    this.user = userEvent.setup({
      document: this.document,
      delay: null,
      pointerEventsCheck: 0,
    });
  }

  /** Loads the page again, as soon as nothing is on its way to the disk. */
  async reload(): Promise<void> {
    await soon('It is still being saved', () => this.$('[data-saving="saving"]') === null);
    const { pathname, search } = this.window.location;
    await this.goto(pathname + search);
  }

  $(selector: string): Found | null {
    return this.$$(selector).at(0) ?? null;
  }

  /** All elements of a selector. */
  all<Kind extends HTMLElement>(selector: string): Kind[] {
    return [...this.document.querySelectorAll<Kind>(selector)];
  }

  /** Waits until there is an element. */
  waitForSelector(selector: string): Promise<Found> {
    return soon(`There is no ${selector}`, () => this.$(selector));
  }

  /** Finds all elements of a selector. */
  $$(selector: string): Found[] {
    return this.all<HTMLInputElement>(selector).map((one) => new Found(one, this));
  }

  /** What a function says of the element of a selector. */
  $eval<Answer>(selector: string, say: (one: HTMLInputElement) => Answer): Answer {
    const [found] = this.all<HTMLInputElement>(selector);
    if (!found) throw new Error(`There is no ${selector}`);
    return say(found);
  }

  /** Rests the pointer on an element. */
  async hover(selector: string): Promise<void> {
    await (await this.waitForSelector(selector)).hover();
  }

  /** Gives an element the keyboard. */
  async focus(selector: string): Promise<void> {
    (await this.waitForSelector(selector)).focus();
  }

  /** Waits until there is an element, and presses it. */
  async click(selector: string): Promise<void> {
    await bySelector(this, selector).click();
  }

  /** Goes back to the page before. */
  async goBack(): Promise<void> {
    this.window.history.back();
    await settle();
  }

  /** Waits until there is a field, and types behind what stands in it. */
  async type(selector: string, text: string): Promise<void> {
    await (await this.waitForSelector(selector)).type(text);
  }

  private async keys(keys: string): Promise<void> {
    await this.user.keyboard(keys);
    await settle();
  }
}

/** Lets what a press has begun come to the page. */
async function settle(): Promise<void> {
  for (let turn = 0; turn < 2; turn++) await new Promise((resolve) => setTimeout(resolve, 0));
}

/** Asks again and again, with a breath between, until there is an answer. */
export async function soon<T>(complaint: string, ask: () => T | null | false): Promise<T> {
  const ends = performance.now() + PATIENCE;
  for (;;) {
    const answer = ask();
    if (answer !== null && answer !== false) return answer;
    if (performance.now() > ends) throw new Error(complaint);
    await new Promise((resolve) => setTimeout(resolve, 5));
  }
}

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

/** The element with a role and a name, as assistive technology finds it. */
export function byRole(page: Desk, role: string, name: string | RegExp): Sought {
  const look = (): HTMLElement | null => allByRole(page, role, name).at(0) ?? null;
  return sought(page, `There is no ${role} “${String(name)}”`, look);
}

const NOT_SHOWN = '[aria-hidden="true"], [inert], [hidden], [style*="display: none"]';

/** All elements with a role and a name that are there for assistive technology. */
export function allByRole(page: Desk, role: string, name: string | RegExp): HTMLElement[] {
  return queryAllByRole<HTMLElement>(page.document.body, role, { name, hidden: true }).filter(
    (one) => one.closest(NOT_SHOWN) === null,
  );
}

/** The innermost element that holds a text. */
export function byText(page: Desk, text: string): Sought {
  return sought(page, `“${text}” is not there`, () => {
    const holds = (one: Element): boolean => (one.textContent ?? '').includes(text);
    let found = holds(page.document.body) ? page.document.body : null;
    for (let inner: Element | undefined = found ?? undefined; inner;) {
      found = inner as HTMLElement;
      inner = [...inner.children].find(holds);
    }
    return found;
  });
}

/** The field whose label holds a text. */
export function fieldOf(page: Desk, label: string): Sought {
  return sought(page, `There is no field “${label}”`, () => {
    const labelled = page.all('label').find((one) => (one.textContent ?? '').includes(label));
    return labelled?.querySelector<HTMLElement>('input, textarea, button') ?? null;
  });
}

/** The element of a selector. */
export const bySelector = (page: Desk, selector: string): Sought =>
  sought(page, `There is no ${selector}`, () => page.document.querySelector<HTMLElement>(selector));

const foundAt = (page: Desk, element: HTMLElement): Found =>
  new Found(element as HTMLInputElement, page);

function sought(page: Desk, missing: string, look: () => HTMLElement | null): Sought {
  return {
    wait: async () => foundAt(page, await soon(missing, look)),
    click: async () => {
      const pressed = await soon(missing, () => {
        const found = look();
        return found && !(found as HTMLButtonElement).disabled && found;
      });
      await foundAt(page, pressed).click();
    },
  };
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
