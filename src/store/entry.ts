import type { StoreName } from './db';

/** One record to put or, without a value, to take away. */
export interface Entry {
  readonly store: StoreName;
  readonly key: string;
  readonly value?: unknown;
}
