'use client';

import { createContext } from 'react';
import type { Taken } from './saving';

interface SavingFields {
  /** What the rule of a field makes of what was typed. */
  readonly take: (path: string, typed: unknown) => Taken;
  /**
   * Keeps what was typed, when its rule takes it and it is not what is kept already.
   * @param isFollowing something else of the same field is on its way into the store: what is kept is not known then.
   * @returns whether it was given on.
   */
  readonly save: (path: string, typed: unknown, isFollowing: boolean) => boolean;
}

/** How the fields of a form are saved as they are typed; null where the whole form is submitted. */
export const Saving = createContext<SavingFields | null>(null);
