import { userEvent, type UserEvent } from '@testing-library/user-event';
import { onTestFinished } from 'vitest';
import { RenderedPage } from './page';
import type { Profile } from './profile';

/** Longest wait for what a page is to say, ms. No test waits for time to pass. */
const PATIENCE = 30_000;

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
    await (await this.waitForSelector(selector)).click();
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
export async function settle(): Promise<void> {
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
