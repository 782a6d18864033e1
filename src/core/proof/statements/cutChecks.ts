import type { ProofCheck, ProvenRun } from '../proofTypes';

/**
 * Checks 4 and 5 of an output of several files: each but the last ends hot, each but the first begins with a
 * way of its own and waits for its temperature, and they come in their order.
 * @param cuts where in the output another file begins.
 */
export function checkCuts({ found: { blocks } }: ProvenRun, cuts: readonly number[]): ProofCheck[] {
  const fail = (check: 4 | 5, message: string, line?: number): ProofCheck[] => [
    { check, ok: false, message, ...(line !== undefined && { line }) },
  ];
  const ends = blocks.filter(({ kind }) => kind === 'handover');
  const begins = blocks.filter(({ kind }) => kind === 'takeup');
  const count = cuts.length + 1;
  const lone = [...ends, ...begins].find((block) => block.count !== count);
  if (lone) {
    const message = `The output is ${count} files, but a block mentions ${lone.count}: one is missing or extra.`;
    return fail(4, message, lone.line);
  }
  for (const [i, cut] of cuts.entries()) {
    const [end, begin] = [ends.at(i), begins.at(i)];
    if (end?.end !== cut || end.index !== i + 1) {
      return fail(5, `File ${i + 1} does not end like a file that another one follows.`, end?.line);
    }
    if (begin?.start !== cut || begin.index !== i + 2) {
      return fail(4, `File ${i + 2} is not the one that follows file ${i + 1}.`, begin?.line);
    }
    if ((begin.promises?.heatsTo ?? 0) <= 0) {
      return fail(5, `File ${i + 2} does not wait for its temperature.`, begin.line);
    }
  }
  if (ends.length !== cuts.length || begins.length !== cuts.length) {
    return fail(4, 'A file of the output ends or begins in the middle of another.');
  }
  if (cuts.length === 0) return [];
  const message = `${count} files follow each other: each but the last ends hot, each but the first waits for its temperature.`;
  return [{ check: 5, ok: true, message }];
}
