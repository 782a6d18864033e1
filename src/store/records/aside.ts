import { create } from 'zustand';
import type { StoreName } from '../db/stores';

/** A stored record that cannot be read. It stays where it is until the person takes it away. */
export interface SetAside {
  readonly store: StoreName;
  readonly key: string;
  /** What it is, in words: "spool". */
  readonly what: string;
  readonly why: string;
  readonly record: unknown;
}

/** Records that cannot be read; no screen waits for them or breaks on them. */
export const useAside = create<{ readonly all: readonly SetAside[] }>()(() => ({ all: [] }));

/** Puts what one store holds of them in place of what was known. */
export function setAside(store: StoreName, found: readonly SetAside[]): void {
  useAside.setState(({ all }) => ({
    all: [...all.filter((one) => one.store !== store), ...found],
  }));
}

/** A record as JSON to be saved; bytes in it are left out. */
export function asideJson({ record }: SetAside): string {
  const seen = (_key: string, value: unknown): unknown =>
    ArrayBuffer.isView(value) || value instanceof Blob ? '(bytes)' : value;
  const json = JSON.stringify(record, seen, 2) as string | undefined;
  return `${json ?? String(record)}\n`;
}
