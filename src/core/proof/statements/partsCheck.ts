import type { Block } from '../../blocks/blocks';
import { printedText } from '../../blocks/printedParts';
import { foundParts, partInBlocks } from '../../plan/parts';
import { nameOf, type ProofCheck, type ProvenRun } from '../proofTypes';

/** What is printed from one load of filament to the next; nobody says what is loaded first without a stop for it. */
interface Load {
  readonly block: Block | null;
  readonly parts: readonly string[];
  readonly layer: number;
}

/**
 * Check 4, whatever the plan: each part prints in the filament that the titles give it everywhere, but where a block
 * says that it has another one from there on.
 */
export function checkParts(run: ProvenRun): ProofCheck[] {
  if (run.order.tools === 'as-sliced') return [];
  const latest = new Map<string, string | null>();
  /** What is loaded first, once a title has told it. */
  let first: string | null = null;
  for (const { block, parts, layer } of loadsOf(run)) {
    const fail = (message: string): ProofCheck[] => [
      { check: 4, ok: false, message, ...(block && { line: block.line }) },
    ];
    const filament = block?.filament ?? null;
    if (block && block.prints.map(({ part }) => part).join() !== parts.join()) {
      const said = printedText(block.prints) || 'nothing';
      return fail(`${nameOf(block)} is marked for ${said}, but ${parts.join(', ')} follow.`);
    }
    for (const part of parts) {
      const had = latest.get(part);
      const before: string | null | undefined = had === null ? first : had;
      const isAnew = block?.prints.some((one) => one.part === part && one.anew) ?? false;
      latest.set(part, filament);
      if (had === undefined || before === filament) {
        if (isAnew) return fail(`Part ${part} is marked as changing its filament but does not.`);
      } else if (before === null && !isAnew) first = filament;
      else if (!isAnew) {
        return fail(
          `From layer ${layer} on part ${part} prints in ${filament ?? 'the first load'}, and in ${before ?? 'the first load'} before: no block marks the change.`,
        );
      }
    }
  }
  return [];
}

/** The loads of an output in its order, each with the parts that it prints. */
function loadsOf({ found: { blocks }, order: { order }, reading }: ProvenRun): Load[] {
  const keys = foundParts(reading, []).map((key) => partInBlocks(key, reading.sources));
  // Where stops stand for changes, only the blocks tell parts apart.
  const areTold = new Set(keys).size > 1;
  const loads = blocks.filter(
    ({ kind }) => kind === 'swap' || kind === 'load' || kind === 'takeup',
  );
  const starts = [0, ...loads.map(({ end }) => end)];
  return starts.flatMap((start, i): Load[] => {
    const end = starts.at(i + 1) ?? Infinity;
    const own = order.filter(({ at }) => at >= start && at < end);
    if (own.length === 0) return [];
    const block = i === 0 ? null : loads[i - 1];
    const parts = areTold
      ? own.map(({ section }) => keys[section])
      : (block?.prints.map(({ part }) => part) ?? []);
    const { layer } = reading.sections[own[0].section];
    return [{ block, parts: [...new Set(parts)], layer }];
  });
}
