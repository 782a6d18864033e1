import { FINE } from '../../tolerances';
import type { Place } from '../../blocks/insertion';
import type { MachineState } from '../../gcode/machine';
import { hopActions, type SwapAction } from '../../recipe/actions';
import { promisesOf } from '../../recipe/promises';
import { fileLines, renderActions, type RecipeLine } from '../../recipe/render';
import { NO_SETTINGS, stateWith } from '../../recipe/settings';
import type { Draft } from '../drafts';
import { betweenFiles, momentAt, standsAt, stopWordOf, type StandingBlock } from '../moments';
import type { OutputRequest } from '../request/request';
import type { Edges, Seam } from './seams';
import type { SeamStates, StatesOfSeam } from './seamStates';

/** A seam that has something standing in it. */
export interface SeamBlock {
  /** How the file before ends, where another file of the output begins. */
  readonly handOver: Draft | null;
  readonly draft: Draft;
  readonly stops: Place;
  readonly resumes: Place;
  readonly follows: boolean;
  /** State in which it begins. */
  readonly from: MachineState;
}

/**
 * The blocks of all seams in the order of printing, and the way back to the file's end.
 * @param carried words on the ways to sections that go with them.
 */
export function seamBlocks(
  request: OutputRequest,
  seams: readonly Seam[],
  states: SeamStates,
  edges: Edges,
  carried: ReadonlyMap<number, readonly string[]>,
): SeamBlock[] {
  const count = seams.filter(({ swaps }) => swaps).length;
  let swap = 0;
  const made = seams.flatMap((seam, i): SeamBlock[] => {
    const known = states.ofSeams[i];
    if (!known) return [];
    const { stops, resumes, follows, opens, swaps } = seam;
    const place = { stops, resumes, follows, from: known.from };
    if (opens) {
      const { handOver, takeUp } = betweenFiles(request, seam, known);
      const ended = draftOf(handOver, seam, request);
      const draft = draftOf(takeUp, seam, request, carried);
      return [{ ...place, handOver: ended, draft, follows: false }];
    }
    if (swaps) swap++;
    const standing = standsAt(request, seam, known, { index: swap, count });
    if (standing.title.kind === 'hop' && follows && !differs(seam, known)) return [];
    const words = follows ? NOTHING_CARRIED : carried;
    return [{ ...place, handOver: null, draft: draftOf(standing, seam, request, words) }];
  });
  const back = wayBack(edges, request, seams, states);
  return numbered(back ? [...made, back] : made);
}

/** The travel from the section that is printed last to where the file itself ends printing. */
function wayBack(
  { end }: Edges,
  request: OutputRequest,
  seams: readonly Seam[],
  { ofEnd: { from, to } }: SeamStates,
): SeamBlock | null {
  const last = seams[seams.length - 1];
  if (last.section === end) return null;
  const printedTop = Math.max(last.printedTop, last.section.z);
  const { settings, visit } = last.planned;
  const { layer } = end;
  const { filament } = visit;
  const title = { kind: 'hop', index: 0, count: 0, layer, inside: true, filament } as const;
  const moment = {
    ...momentAt(request.printer, last, title, from, to),
    printedTop,
    settingsBefore: settings,
    settings: NO_SETTINGS,
  };
  const stops = { offset: last.section.endOffset, line: last.section.endLine + 1 };
  const resumes = { offset: end.endOffset, line: end.endLine + 1 };
  const actions = hopActions(request.recipe, request.printer, moment);
  const draft = {
    ...draftOf({ title, actions, moment, dipMm: 0, prints: [] }, last, request),
    place: stops,
  };
  return { handOver: null, draft, stops, resumes, follows: false, from };
}

function numbered(blocks: readonly SeamBlock[]): SeamBlock[] {
  const count = blocks.filter(({ draft }) => draft.title.kind === 'hop').length;
  let index = 0;
  return blocks.map((block) => {
    const { draft } = block;
    if (draft.title.kind !== 'hop') return block;
    index++;
    return { ...block, draft: { ...draft, title: { ...draft.title, index, count } } };
  });
}

/** A seam without a swap needs nothing where the printer is as the section wants it. */
function differs({ planned, before }: Seam, { from, to }: StatesOfSeam): boolean {
  const found = stateWith(before?.settings ?? NO_SETTINGS, from);
  const wanted = stateWith(planned.settings, to);
  return (['nozzleTarget', 'fan', 'flowFactor', 'speedFactor', 'retracted'] as const).some(
    (field) => Math.abs(found[field] - wanted[field]) > FINE,
  );
}

const NOTHING_CARRIED: ReadonlyMap<number, readonly string[]> = new Map();

/** A block of actions, which says of itself what they do. */
function draftOf(
  { title, actions, moment, dipMm, prints }: StandingBlock,
  { stops, planned, before }: Seam,
  { recipe, printer }: Pick<OutputRequest, 'recipe' | 'printer'>,
  carried: ReadonlyMap<number, readonly string[]> = NOTHING_CARRIED,
): Draft {
  const from = moment.from ?? moment.state;
  const render = (some: readonly SwapAction[]): RecipeLine[] =>
    renderActions(some, moment.state, printer.firmware, from);
  const words = fileLines(carried.get(planned.section) ?? []);
  const promises = promisesOf(actions, from.retracted);
  return {
    title,
    words: {
      settings: moment.settings,
      promises,
      stopWord: stopWordOf(title, recipe),
      dipMm,
      prints,
    },
    place: stops,
    // Whoever comes last puts everything back, and says how filament counts.
    commands: [...render(actions.slice(0, -1)), ...words, ...render(actions.slice(-1))],
    replaces: false,
    standing: { moment, section: planned.section, before: before?.section ?? null },
  };
}
