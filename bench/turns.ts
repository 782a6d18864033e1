type Work = () => unknown;

export async function secondsOf(work: Work): Promise<number> {
  const start = performance.now();
  await work();
  return (performance.now() - start) / 1000;
}

export const median = (values: readonly number[]): number =>
  values.toSorted((a, b) => a - b)[values.length >> 1];

/** Runs pieces of work in turns, so that a slow moment of the machine meets all; the median seconds of each. */
export async function inTurns(rounds: number, ...works: readonly Work[]): Promise<number[]> {
  const times: number[][] = works.map(() => []);
  for (let round = 0; round < rounds; round++) {
    for (const [i, work] of works.entries()) times[i].push(await secondsOf(work));
  }
  return times.map(median);
}
