import { runInNewContext } from 'node:vm';
import type { Window } from 'happy-dom';

/** Clocks and dates are written as in Great Britain. */
export const BRITISH = Object.create(Intl, {
  DateTimeFormat: {
    value: class extends Intl.DateTimeFormat {
      constructor(locale?: string, options?: Intl.DateTimeFormatOptions) {
        super(locale ?? 'en-GB', options);
      }
    },
  },
}) as typeof Intl;

/** What is asked of an element's size. */
export const SIDES = [
  ['offsetWidth', 'width'],
  ['clientWidth', 'width'],
  ['scrollWidth', 'width'],
  ['offsetHeight', 'height'],
  ['clientHeight', 'height'],
  ['scrollHeight', 'height'],
] as const;

/** An element's style as far as it is its own: no sheet of styles is read here, and what it lays out lies apart. */
export function styleOf(element: HTMLElement): object {
  const { style } = element;
  const display = style.display || 'block';
  const known: Readonly<Record<string, string>> = { display, visibility: 'visible' };
  const getPropertyValue = (name: string): string => known[name] ?? style.getPropertyValue(name);
  return new Proxy(style, {
    get: (_target, name) => {
      if (name === 'getPropertyValue') return getPropertyValue;
      return known[String(name)] ?? Reflect.get(style, name);
    },
  });
}

/** Node's own are whole, and can be stored and handed to workers. */
export const OF_NODE = {
  Blob,
  File,
  Response,
  Request,
  Headers,
  FormData,
  TextEncoder,
  TextDecoder,
  MessagePort,
  crypto,
  structuredClone,
  CompressionStream,
  DecompressionStream,
  ReadableStream,
  AbortController,
  AbortSignal,
  DOMException,
  atob,
  btoa,
};

/** A list of files as a field has it. */
export function listOf(files: readonly File[]): object {
  return Object.assign([...files], { item: (at: number) => files[at] ?? null });
}

/** An observer that sees everything once, as it is. */
export function observerOf(seen: (target: Element) => object): new (...given: never[]) => object {
  return class {
    constructor(private readonly hear: (entries: readonly object[]) => void) {}
    observe(target: Element): void {
      queueMicrotask(() => this.hear([seen(target)]));
    }
    unobserve(): void {}
    disconnect(): void {}
  };
}

/** What JavaScript itself has, and what cannot be a parameter's name. */
const OF_LANGUAGE = new Set([
  ...(runInNewContext('Object.getOwnPropertyNames(globalThis)') as string[]),
  'constructor',
  'arguments',
]);

/** All that a window offers by name, beside JavaScript itself. */
export function namesOf(window: Window): Record<string, unknown> {
  const offered = window as unknown as Record<string, unknown>;
  const found: Record<string, unknown> = {};
  let one: object = window;
  while (one !== Object.prototype) {
    for (const name of Object.getOwnPropertyNames(one)) {
      if (name in found || OF_LANGUAGE.has(name) || !/^[A-Za-z_$][\w$]*$/.test(name)) continue;
      const value = offered[name];
      const isMethod = typeof value === 'function' && !/^[A-Z]/.test(name);
      found[name] = isMethod ? (value as () => void).bind(window) : value;
    }
    one = Object.getPrototypeOf(one) as object;
  }
  return found;
}
