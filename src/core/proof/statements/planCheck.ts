import { FINE } from '../../tolerances';
import { plainName, type Block } from '../../blocks/blocks';
import type { MachineState } from '../../gcode/machine';
import { renderActions, type RecipeLine } from '../../recipe/render';
import { warningActions, type SwapAction } from '../../recipe/actions';
import { brokenPromises, NO_PROMISES, promisesOf, promiseText } from '../../recipe/promises';
import { NO_SETTINGS, settingsText } from '../../recipe/settings';
import { betweenFiles, standsAt, stopWordOf, type StandingBlock } from '../../write/moments';
import type { OutputRequest } from '../../write/request/request';
import { printedText } from '../../blocks/printedParts';
import { seamsOf, type Seam } from '../../write/seams/seams';
import type { StatesOfSeam } from '../../write/seams/seamStates';
import { warningsOf } from '../../write/warnings';
import { nameOf, type ProofCheck, type ProvenRun } from '../proofTypes';

/**
 * Check 4, where the plan is known: every block is the one that is planned there. What it is about, what it
 * sets, moves, purges and heats to, how it stops and calls, what it shows, and the person's own lines.
 */
export function checkPlan(run: ProvenRun): ProofCheck[] {
  const { planned, found } = run;
  if (!planned) return [];
  const wanted = new PlannedBlocks(run, planned);
  const calls = found.blocks.filter(({ kind }) => kind === 'warning').length;
  if (calls !== wanted.calls) {
    const message = `${wanted.calls} warnings are planned, ${calls} are in the output.`;
    return [{ check: 4, ok: false, message }];
  }
  return found.blocks.flatMap((block, i): ProofCheck[] => {
    const expected = wanted.of(block, i);
    if (expected === 'any') return [];
    const message =
      expected === null ? 'is not planned' : differenceOf(run, block, i, expected, planned);
    if (message === null) return [];
    return [{ check: 4, ok: false, message: `${nameOf(block)} ${message}.`, line: block.line }];
  });
}

/** Finds what is planned for the blocks of an output, one after the other. */
class PlannedBlocks {
  private readonly swaps: readonly Seam[];
  private readonly opens: readonly Seam[];
  private readonly warnings: ReturnType<typeof warningsOf>;
  private readonly first: Seam;
  private readonly seamOf: ReadonlyMap<number, Seam>;

  constructor(
    private readonly run: ProvenRun,
    private readonly planned: OutputRequest,
  ) {
    const seams = seamsOf(run.reading, planned);
    this.first = seams[0];
    this.swaps = seams.filter(({ swaps }) => swaps);
    this.opens = seams.filter(({ opens }) => opens);
    this.warnings = warningsOf(planned, seams);
    this.seamOf = new Map(seams.map((seam) => [seam.section.restartOffset, seam]));
  }

  /** How many warnings are planned. */
  get calls(): number {
    return this.warnings.length;
  }

  /** What is planned for a block: null for nothing, `any` for what other checks look at. */
  of(block: Block, i: number): StandingBlock | null | 'any' {
    const { planned, swaps, opens } = this;
    switch (block.kind) {
      case 'swap': {
        const numbers = { index: block.index, count: swaps.length };
        return this.at(swaps[block.index - 1], i, (seam, states) =>
          standsAt(planned, seam, states, numbers),
        );
      }
      case 'load':
        return this.at(this.first, i, (seam, states) =>
          standsAt(planned, seam, states, { index: 1, count: 1 }),
        );
      case 'handover':
        return this.at(opens[block.index - 1], i, (seam, states) => {
          return betweenFiles(planned, seam, states).handOver;
        });
      case 'takeup':
        return this.at(opens[block.index - 2], i, (seam, states) => {
          return betweenFiles(planned, seam, states).takeUp;
        });
      case 'warning':
        return this.warning(block);
      case 'hop':
        return this.hop(block, i);
      default:
        return 'any';
    }
  }

  private at(
    seam: Seam | undefined,
    i: number,
    make: (seam: Seam, states: StatesOfSeam) => StandingBlock,
  ): StandingBlock | null {
    return seam ? make(seam, statesAt(this.run, seam, i)) : null;
  }

  private warning({ index }: Block): StandingBlock | null {
    const warning = index < 1 ? undefined : this.warnings.at(index - 1);
    if (!warning) return null;
    const { section, inside } = warning.seam;
    const { state } = section;
    const numbers = { index, count: this.warnings.length };
    return {
      title: {
        kind: 'warning',
        ...numbers,
        layer: section.layer,
        inside,
        filament: warning.filament,
      },
      actions: warningActions(this.planned.recipe, warning.tones, state),
      moment: {
        ...{ state, from: null, printedTop: 0, message: '', purge: null },
        ...{ settings: NO_SETTINGS, settingsBefore: NO_SETTINGS },
      },
      dipMm: 0,
      prints: [],
    };
  }

  /** A travel to a section is known by the section; the one back to the end of the file leads to none. */
  private hop(block: Block, i: number): StandingBlock | null | 'any' {
    const seam = this.seamOf.get(this.run.places[i]);
    if (!seam || seam.section.layer !== block.layer) return 'any';
    if (seam.swaps || seam.opens) return null;
    // Travels are numbered through, and may come to nothing: their numbers are their own.
    const { index, count } = block;
    const states = statesAt(this.run, seam, i);
    const hop = standsAt({ ...this.planned, loadFirst: null }, seam, states, { index, count });
    return { ...hop, title: { ...hop.title, index, count } };
  }
}

/**
 * The states between which a block stands, from the proof's own run of the input: it may begin with what the
 * band before has set, which is not the file's.
 */
function statesAt(run: ProvenRun, { follows, before, section }: Seam, i: number): StatesOfSeam {
  const { order, inputStates, found, reading } = run;
  const isOneNozzle = order.tools === 'one-nozzle';
  const asOne = (state: MachineState): MachineState =>
    isOneNozzle ? { ...state, tool: 0 } : state;
  const block = found.blocks[i];
  // An end of a file and the beginning of the next stand behind one another, and lead to one place.
  const to = asOne(
    block.kind === 'handover' ? order.states.get(section.restartOffset)! : inputStates[i],
  );
  if (!follows && before) {
    return { from: asOne(order.states.get(reading.sections[before.section].endOffset)!), to };
  }
  const start = run.stateIn(block.start);
  // Before anything is printed nothing but the file's own start has set anything.
  if (!follows) return { from: asOne(start), to };
  const { retracted, firmwareRetracted } = start;
  const isOwn = before !== null && before.settings.nozzle !== null;
  const nozzleTarget = isOwn ? to.nozzleTarget : start.nozzleTarget;
  return {
    from: { ...to, retracted: near(retracted, to.retracted), firmwareRetracted, nozzleTarget },
    to,
  };
}

/** One of two lengths that differ by rounding only. */
function near(value: number, other: number): number {
  return Math.abs(value - other) < FINE ? other : value;
}

/** What a block does otherwise than planned, as the end of a sentence; null when it is as planned. */
function differenceOf(
  { traces }: ProvenRun,
  block: Block,
  i: number,
  { title, actions, moment, dipMm, prints }: StandingBlock,
  { recipe, printer }: OutputRequest,
): string | null {
  const about = (
    [
      ['filament', plainName(title.filament), block.filament],
      ['layer', title.layer, block.layer],
      ['place in its layer', title.inside, block.inside],
      ['number', title.index, block.index],
      ['count', title.count, block.count],
      ['stop', block.kind === 'warning' ? null : stopWordOf(title, recipe), block.stopWord],
      ['settings', settingsText(moment.settings), settingsText(block.settings)],
      ['dip', Number(dipMm.toFixed(3)), block.dipMm],
      ['list of parts', printedText(prints), printedText(block.prints)],
    ] as const
  ).find(([, wanted, is]) => wanted !== is);
  if (about) {
    return `is not as planned: its ${about[0]} is ${about[2]} instead of ${about[1]}`;
  }
  if (block.kind === 'hop') return null;
  const from = moment.from ?? moment.state;
  const promised = promisesOf(actions, from.retracted);
  if (brokenPromises(promised, block.promises ?? NO_PROMISES).length > 0) {
    return `does not state what is planned: ${promiseText(promised) || 'nothing'}`;
  }
  const line = (action: SwapAction): RecipeLine[] =>
    renderActions([action], moment.state, printer.firmware, from);
  const commands = (kinds: readonly SwapAction['kind'][]): string[] =>
    actions
      .filter(({ kind }) => kinds.includes(kind))
      .flatMap((action) => line(action).map(({ command }) => command))
      .filter((command) => !command.startsWith(';'));
  const { stops, messages, own } = traces[i];
  const texts = [
    ['stop', commands(['change', 'pause', 'wait']), stops.map(({ command }) => command)],
    ['message', commands(['message']), messages],
    ['lines of your own', commands(['own']), own],
  ] as const;
  const odd = texts.find(
    ([, wanted, is]) => wanted.map(plain).join(';') !== is.map(plain).join(';'),
  );
  if (!odd) return null;
  return `is not as planned: its ${odd[0]} is ${odd[2].join('; ') || 'missing'} instead of ${odd[1].join('; ') || 'none'}`;
}

function plain(command: string): string {
  return command.replace(/\s+/g, '').toUpperCase();
}
