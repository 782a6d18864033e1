/** A small generator of numbers, the same for the same seed (mulberry32), with a few ways to use it. */
export interface Random {
  /** In [0, 1). */
  next(): number;
  chance(share: number): boolean;
  int(from: number, to: number): number;
  pick<T>(...choices: readonly T[]): T;
}

export function randomFrom(seed: number): Random {
  let state = seed >>> 0;
  const next = (): number => {
    state = (state + 0x6d2b79f5) >>> 0;
    let t = state;
    t = Math.imul(t ^ (t >>> 15), t | 1);
    t ^= t + Math.imul(t ^ (t >>> 7), t | 61);
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
  return {
    next,
    chance: (share) => next() < share,
    int: (from, to) => from + Math.floor(next() * (to - from + 1)),
    pick: (...choices) => choices[Math.floor(next() * choices.length)],
  };
}
