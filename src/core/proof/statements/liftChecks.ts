import { FILAMENT_HAIR } from '../../tolerances';
import { nameOf, type ProofCheck, type ProvenRun } from '../proofTypes';

/** Check 2: behind each lift comes its travel down, and between the two nothing is printed. */
export function checkLifts(run: ProvenRun): ProofCheck[] {
  const { stateIn, order, lifts: blocks } = run;
  const fail = (message: string, line: number): ProofCheck[] => [
    { check: 2, ok: false, message, line },
  ];
  for (const [i, block] of blocks.entries()) {
    const name = nameOf(block);
    if (order.keepsOrder) {
      return fail(`${name} does not belong in a file that keeps its order.`, block.line);
    }
    const at = block.kind === 'lift' ? i + 1 : i - 1;
    const partner = at < 0 ? undefined : blocks.at(at);
    const wanted = block.kind === 'lift' ? 'lower' : 'lift';
    if (partner?.kind !== wanted || partner.index !== block.index) {
      return fail(`${name} has no matching descent.`, block.line);
    }
    if (block.kind === 'lower') continue;
    const [up, down] = [stateIn(block.end), stateIn(partner.start)];
    if (Math.abs(down.filament - up.filament) > FILAMENT_HAIR || down.z !== up.z) {
      return fail(`After ${name} there is a command that is not a travel.`, block.line);
    }
  }
  const lifts = blocks.filter(({ kind }) => kind === 'lift').length;
  if (lifts === 0) return [];
  const message = `${lifts} travels are lifted over the print.`;
  return [{ check: 2, ok: true, message }];
}
