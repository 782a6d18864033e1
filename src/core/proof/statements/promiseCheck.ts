import { brokenPromises, NO_PROMISES, type BlockPromises } from '../../recipe/promises';
import type { Block } from '../../blocks/blocks';
import type { ProofCheck } from '../proofTypes';
import { nameOf } from '../proofTypes';
import { type ProvenRun } from '../proofTypes';

/** Which check of the proof a promise belongs to. */
const CHECK_OF: Readonly<Record<keyof BlockPromises, ProofCheck['check']>> = {
  stops: 4,
  unloads: 3,
  loads: 3,
  clears: 3,
  fedByHand: 3,
  moves: 3,
  keepsMotors: 2,
  freesExtruder: 2,
  comesBack: 2,
  waitsAt: 5,
  heatsTo: 5,
  shows: 4,
  beeps: 4,
};

/**
 * What a block says of itself is what it does: how much it unloads, loads and clears, that the
 * motors are kept, what it heats to, how it calls.
 */
export function checkPromises(run: ProvenRun, block: Block, i: number): ProofCheck[] {
  const said = block.promises ?? NO_PROMISES;
  const fail = (check: ProofCheck['check'], message: string): ProofCheck => ({
    check,
    ok: false,
    message: `${nameOf(block)} ${message}.`,
    line: block.line,
  });
  const odd = [...block.own, ...block.carried].find(({ count, firstLine, lastLine }) => {
    return lastLine - firstLine + 1 !== count;
  });
  return [
    ...brokenPromises(said, run.traces[i].kept).map(({ name, message }) =>
      fail(CHECK_OF[name], message),
    ),
    ...(odd
      ? [fail(4, 'does not contain as many of your own lines, or of the file’s, as it states')]
      : []),
  ];
}
