'use client';

import { useEffect, useState } from 'react';
import { asTyping, holdTyping } from '@/store/db/writes';

/** A hand that has not typed for so long pauses, ms: what it typed is taken. */
const PAUSE = 40;

/** What one hand types into one field, until it is taken. */
class Hand {
  /** null when what is kept stands in the field. */
  private typed: string | null = null;
  private timer: ReturnType<typeof setTimeout> | undefined;
  private release: (() => void) | null = null;
  /** One for each visit of the field: what is typed in it is one step of undo. */
  private stint: object = {};

  constructor(private take: (text: string) => void) {}

  takeBy(take: (text: string) => void): void {
    this.take = take;
  }

  type(text: string): void {
    this.typed = text;
    this.release ??= holdTyping(() => this.flush());
    clearTimeout(this.timer);
    this.timer = setTimeout(() => this.flush(), PAUSE);
  }

  /** Takes what is typed and not taken yet. */
  flush(): void {
    if (!this.drop() || this.typed === null) return;
    const text = this.typed;
    asTyping(this.stint, () => this.take(text));
  }

  /** Forgets what is not taken yet; true when there was something. */
  drop(): boolean {
    clearTimeout(this.timer);
    const { release } = this;
    this.release = null;
    release?.();
    return release !== null;
  }

  leave(): void {
    this.flush();
    this.typed = null;
    this.stint = {};
  }
}

/**
 * Takes what is typed after a pause of the hand, and not only when the field is left; what is typed in one go is one
 * step of undo. Until it is taken it counts as not saved, and a page that goes away takes it first.
 * @param take keeps what was typed; passes over what cannot be taken.
 */
export function useHand(take: (text: string) => void): Hand {
  const [hand] = useState(() => new Hand(take));
  useEffect(() => {
    hand.takeBy(take);
  });
  // A field that is taken away has been left.
  useEffect(() => () => hand.flush(), [hand]);
  return hand;
}
