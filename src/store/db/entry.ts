import type { StoreName } from './stores';

/** One record to put or, without a value, to take away. */
export interface Entry {
  readonly store: StoreName;
  readonly key: string;
  readonly value?: unknown;
  /**
   * When it was changed, ms since 1970: now when left out, and 0 for what Lamella itself has made and nobody
   * would miss.
   */
  readonly changedAt?: number;
}
