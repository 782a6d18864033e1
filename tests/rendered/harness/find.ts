import { queryAllByRole } from '@testing-library/dom';
import { Found, soon, type Desk } from './desk';

/** An element that may not be there yet. */
export interface Sought {
  /** Waits until it is there. */
  readonly wait: () => Promise<Found>;
  /** Waits until it is there and enabled, and presses it. */
  readonly click: () => Promise<void>;
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
