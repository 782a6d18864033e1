import { actionsOf } from '../recipe/actions';
import {
  brokenPromises,
  NO_PROMISES,
  promisesOf,
  promiseText,
  type BlockPromises,
} from '../recipe/promises';
import type { Block } from './blocks';
import { loadMomentOf, momentOf } from './insert';
import type { ProofCheck } from './proofTypes';
import { nameOf } from './proofTypes';
import { type ProvenRun } from './proofTypes';

/** Which check of the proof a promise belongs to. */
const CHECK_OF: Readonly<Record<keyof BlockPromises, ProofCheck['check']>> = {
  stops: 4,
  pulls: 3,
  pushes: 3,
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
 * What a block says of itself is what it does: how much it pulls out, pushes in and clears, that the
 * motors are kept, what it heats to, how it calls. Where the plan is known, it says what was planned.
 */
export function checkPromises(run: ProvenRun, block: Block, i: number): ProofCheck[] {
  const said = block.promises ?? NO_PROMISES;
  const fail = (check: ProofCheck['check'], message: string): ProofCheck => ({
    check,
    ok: false,
    message: `${nameOf(block)} ${message}.`,
    line: block.line,
  });
  const odd = block.own.find(({ count, firstLine, lastLine }) => {
    return lastLine - firstLine + 1 !== count;
  });
  const planned = plannedPromises(run, block, i);
  return [
    ...brokenPromises(said, run.traces[i].kept).map(({ name, message }) =>
      fail(CHECK_OF[name], message),
    ),
    ...(odd ? [fail(4, 'does not hold as many lines of your own as it says')] : []),
    ...(planned !== null && promiseText(planned) !== promiseText(said)
      ? [fail(4, `does not say what is planned: ${promiseText(planned) || 'nothing'}`)]
      : []),
  ];
}

/** What a block should promise by the plan; null when the plan is not known or does not decide. */
function plannedPromises(run: ProvenRun, block: Block, i: number): BlockPromises | null {
  const { planned, printer, inputStates, reading } = run;
  if (!planned || planned.arrangement) return null;
  const state = inputStates[i];
  const moment =
    block.kind === 'swap' && planned.swaps[block.index - 1]
      ? momentOf(planned, reading.layers, block.index - 1, state)
      : block.kind === 'load'
        ? loadMomentOf(planned.loadFirst ?? '', printer, state)
        : null;
  return moment && promisesOf(actionsOf(planned.recipe, printer, moment), state.retracted);
}
