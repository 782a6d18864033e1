import { NO_WORDS } from '../blocks/blocks';
import type { Place } from '../blocks/insertion';
import type { MachineState } from '../gcode/machine';
import { warningActions } from '../recipe/actions';
import { promisesOf } from '../recipe/promises';
import type { Warning } from '../recipe/recipe';
import { renderActions } from '../recipe/render';
import type { Draft } from './drafts';
import type { OutputRequest } from './request/request';
import type { Seam } from './seams/seams';

/** A call some time before a swap: before which section it sounds, and for what. */
export interface PlannedWarning {
  readonly seam: Seam;
  /** Filament of the swap that it calls for. */
  readonly filament: string;
  readonly tones: number;
}

/**
 * The warnings of a plan, in the order of printing. They come before what is printed some layers or minutes
 * ahead of a swap, in the order in which it is printed. Of several swaps in one layer the first one calls.
 */
export function warningsOf(
  { recipe: { warnings } }: Pick<OutputRequest, 'recipe'>,
  seams: readonly Seam[],
): PlannedWarning[] {
  if (warnings.length === 0) return [];
  const { begins, runOf } = layerRuns(seams);
  const called = new Set<number>();
  const calling = seams.filter(({ swaps, place }) => {
    const isFirst = swaps && !called.has(runOf[place]);
    if (isFirst) called.add(runOf[place]);
    return isFirst;
  });
  return calling
    .flatMap(({ place, planned }) =>
      warnings.flatMap((warning): PlannedWarning[] => {
        const at =
          'layersAhead' in warning
            ? begins[runOf[place] - warning.layersAhead]
            : placeInTime(seams, place, warning);
        // Before the first layer whoever starts the print stands by.
        if (at === undefined || runOf[at] === 0) return [];
        const { filament } = planned.visit;
        return [{ seam: seams[at], filament, tones: warning.tones }];
      }),
    )
    .sort((a, b) => a.seam.place - b.seam.place);
}

/** Runs of sections of one layer, in the order of printing: where each begins, and which one a place is in. */
function layerRuns(seams: readonly Seam[]): { begins: number[]; runOf: number[] } {
  const begins: number[] = [];
  const runOf = seams.map(({ section }, i) => {
    if (i === 0 || section.layer !== seams[i - 1].section.layer) begins.push(i);
    return begins.length - 1;
  });
  return { begins, runOf };
}

/** The last place from which printing to a swap takes as long as asked, at least. */
function placeInTime(
  seams: readonly Seam[],
  swap: number,
  { minutesAhead }: Extract<Warning, { readonly minutesAhead: number }>,
): number | undefined {
  let seconds = 0;
  for (let at = swap - 1; at >= 0; at--) {
    seconds += seams[at].section.seconds;
    if (seconds >= minutesAhead * 60) return at;
  }
  return undefined;
}

/** A warning as a block, which changes nothing of the printer. */
export async function warningDrafts(
  request: Pick<OutputRequest, 'recipe' | 'printer' | 'arrangement' | 'stopAt'>,
  seams: readonly Seam[],
  stateAt: (place: Place) => Promise<MachineState>,
): Promise<Draft[]> {
  const wanted = warningsOf(request, seams);
  const drafts: Draft[] = [];
  for (const [i, { seam, filament, tones }] of wanted.entries()) {
    const { section, inside } = seam;
    const place = { offset: section.restartOffset, line: section.restartLine };
    const state = await stateAt(place);
    const actions = warningActions(request.recipe, tones, state);
    const numbers = { index: i + 1, count: wanted.length };
    drafts.push({
      title: { kind: 'warning', ...numbers, layer: section.layer, inside, filament },
      words: { ...NO_WORDS, promises: promisesOf(actions, state.retracted) },
      place,
      commands: renderActions(actions, state, request.printer.firmware),
      replaces: false,
      standing: null,
    });
  }
  return drafts;
}
