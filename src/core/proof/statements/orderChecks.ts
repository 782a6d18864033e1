import type { ByteSource } from '../../byteSource';
import type { MachineState } from '../../gcode/machine';
import { leadInsOf } from '../../order/leadIns';
import { purgeSections } from '../../order/purgeBlock';
import { printedSections } from '../../plan/arrangement';
import { LEADS, plainName, type LeftOutWhy } from '../../blocks/blocks';
import { assumedWords } from '../../write/seams/assumed';
import { checkCarried } from './carriedCheck';
import { checkParts } from './partsCheck';
import { checkSupport } from './restCheck';
import type { ProofCheck, ProvenRun } from '../proofTypes';
import { stateDifferences } from './stateCheck';

/** What holds of the order in which an output prints. */
export async function checkOrder(input: ByteSource, run: ProvenRun): Promise<ProofCheck[]> {
  return [
    ...checkJumps(run),
    ...checkToolsGone(run),
    ...checkOpenSeams(run),
    ...sayAssumed(run),
    ...checkLeftOut(run),
    ...checkFilaments(run),
    ...checkParts(run),
    ...(await checkCarried(input, run)),
    ...(await checkSupport(input, run)),
  ];
}

/** Check 2: where the output goes on at another place, a block stands that leads there. */
function checkJumps({ found }: ProvenRun): ProofCheck[] {
  const leads = new Map(
    found.blocks.filter(({ kind }) => LEADS.has(kind)).map((block) => [block.end, block]),
  );
  // The output may begin with another file than the input does.
  const bare = found.jumps.find(({ start }) => start > 0 && !leads.has(start));
  if (!bare) return [];
  const message = 'The output continues at another place of the file, and no block leads there.';
  return [{ check: 2, ok: false, message, line: bare.line }];
}

/** Check 4: no tool is changed any more. */
function checkToolsGone({ after, order: { tools, toolLines } }: ProvenRun): ProofCheck[] {
  if (tools === 'as-sliced') return [];
  const left = after.toolLines.find(({ kind }) => kind === 'change');
  if (left) {
    const message = 'A tool change is left in, which a printer with one nozzle does not know.';
    return [{ check: 4, ok: false, message, line: left.line }];
  }
  const gone = toolLines.filter(({ kind }) => kind === 'change').length;
  if (gone === 0) return [];
  const message =
    gone === 1
      ? 'The tool change in the file is removed.'
      : `All ${gone} tool changes in the file are removed.`;
  return [{ check: 4, ok: true, message }];
}

/** Check 2: where the file changed a tool and no block stands, the printer is as the section wants it. */
function checkOpenSeams({ stateIn, reading, order }: ProvenRun): ProofCheck[] {
  return order.openSeams.flatMap(({ section, at }): ProofCheck[] => {
    const { restartOffset, layer } = reading.sections[section];
    const end = stateIn(at);
    // What a band sets on purpose holds on; the blocks before are held to it.
    const { tool, nozzleTarget, fan, flowFactor, speedFactor } = end;
    const wanted: MachineState = {
      ...order.states.get(restartOffset)!,
      ...{ tool, nozzleTarget, fan, flowFactor, speedFactor },
    };
    const wrong = stateDifferences(wanted, end);
    if (wrong.length === 0) return [];
    const message = `In layer ${layer}, at the file’s tool change, the printer is not as before: ${wrong.join(', ')}.`;
    return [{ check: 2, ok: false, message }];
  });
}

/** Says what is taken to hold where the file has not set it by then, and the order is another one. */
function sayAssumed({ assumed, found }: ProvenRun): ProofCheck[] {
  const message = found.jumps.length > 0 ? assumedWords(assumed) : null;
  return message === null ? [] : [{ check: 2, ok: true, message }];
}

/** Check 1: only what may be is left out: a purge block that is not planned, skirts and ends of other files. */
function checkLeftOut({ found: { gaps }, planned, reading }: ProvenRun): ProofCheck[] {
  if (gaps.length === 0) return [];
  const { sections, sources } = reading;
  const starts = (places: readonly number[]): Set<number> =>
    new Set(places.map((section) => sections[section].restartOffset));
  const allowed: Readonly<Record<LeftOutWhy, ReadonlySet<number>>> = {
    'purge block': starts(purgeSections(reading)),
    skirt: starts([...leadInsOf(reading)]),
    'start block': new Set(sources.map(({ start }) => start)),
    'end block': new Set(sources.map(({ endSection }) => sections[endSection - 1].endOffset)),
  };
  const odd = gaps.find(({ why, from }) => !allowed[why ?? 'purge block'].has(from));
  const inside = gaps.filter(({ why }) => why === null || why === 'skirt');
  const wanted = planned?.arrangement.leftOut.length ?? inside.length;
  if (!odd && inside.length === wanted) return [];
  const message = odd
    ? 'Part of the print is left out.'
    : `${wanted} pieces are planned to be left out, ${inside.length} are.`;
  return [{ check: 1, ok: false, message, line: (odd ?? gaps[0]).line }];
}

/** Check 4: every section prints in its planned filament. */
function checkFilaments({
  found,
  planned,
  reading,
  order: { order, tools },
}: ProvenRun): ProofCheck[] {
  const swaps = found.blocks.filter(({ kind }) => kind === 'swap' || kind === 'takeup');
  // In a print of one part a person may ask for a stop and load the same filament again.
  const same =
    tools === 'as-sliced'
      ? undefined
      : swaps.find(({ kind, filament }, i) => {
          return kind === 'swap' && i > 0 && swaps[i - 1].filament === filament;
        });
  if (same) {
    const message = `Swap ${same.index} asks for the filament that is already loaded, ${same.filament}.`;
    return [{ check: 4, ok: false, message, line: same.line }];
  }
  // What leads to another place says which filament prints there.
  let known: string | null = null;
  for (const { kind, filament, index, line } of found.blocks) {
    const loads = kind === 'swap' || kind === 'load' || kind === 'takeup';
    if (loads || (kind === 'hop' && known === null)) known = filament;
    if (kind !== 'hop' || known === filament) continue;
    const message = `Travel ${index} leads to a section in ${filament}, but ${known} is loaded.`;
    return [{ check: 4, ok: false, message, line }];
  }
  if (!planned) return [];
  const wanted = printedSections(planned.arrangement);
  const odd = order.findIndex(({ section }, i) => section !== wanted[i]?.section);
  if (odd >= 0 || order.length !== wanted.length) {
    const layer = reading.sections[order[odd]?.section ?? 0].layer;
    const message = `The order is not the planned one, from layer ${layer} on.`;
    return [{ check: 4, ok: false, message }];
  }
  let next = 0;
  let loaded = plainName(wanted[0].visit.filament);
  for (const [i, { section, at }] of order.entries()) {
    for (; next < swaps.length && swaps[next].end <= at; next++) loaded = swaps[next].filament;
    const { filament } = wanted[i].visit;
    if (loaded === plainName(filament)) continue;
    const { layer } = reading.sections[section];
    const message = `In layer ${layer}, ${filament} is planned, but ${loaded} is loaded.`;
    return [{ check: 4, ok: false, message }];
  }
  const message = `All ${order.length} sections print in their planned filaments.`;
  return [{ check: 4, ok: true, message }];
}
