import { FINE } from '../../tolerances';
import { differenceOf } from '../../filament/colour';
import { hidingOver } from '../../filament/palette';
import { formatMm } from '../../format';
import { bottomOf, type Layer, type LayerNumber } from '../../layers';
import type { Step } from '../../geometry/steps';
import { firstIndex } from '../../search';
import { mergeWithBelow } from '../edits/bandEdits';
import { swapBefore, type Band } from './bands';
import type { JobPlan } from '../jobPlan';
import { withMovedSwap, withoutSwap, withPart } from '../edits/partEdits';
import type { PartStretch } from '../parts';

/** Something about a band that a person would want to know before printing, and what helps. */
export interface PlanNote {
  readonly code:
    | 'thin-band'
    | 'one-layer-band'
    | 'unseen-band'
    | 'same-filament'
    | 'last-layer'
    | 'after-the-end'
    | 'two-swaps-on-a-layer'
    | 'narrow-feature';
  readonly level: 'caution' | 'note';
  /** First layer of the band it stands beside; null for swaps that make no band. */
  readonly band: LayerNumber | null;
  readonly sentence: string;
  /** Mends the trouble in a plan; null when only the person can. */
  readonly fix: { readonly label: string; readonly edit: (plan: JobPlan) => JobPlan } | null;
}

/** What the notes look at. */
export interface NoteInputs {
  readonly plan: JobPlan;
  readonly bands: readonly Band[];
  readonly layers: readonly Layer[];
  readonly steps: readonly Step[];
  /** Narrowest width of each band that was measured, mm, by the band's first layer. */
  readonly widths: ReadonlyMap<number, number>;
}

/** Colours nearer than this look alike enough for one to cover the other at once (OKLab). */
const ALIKE = 0.12;
/** Bands that make less than this share of the surface are not seen. */
const UNSEEN = 0.002;
/** Features print cleanly from two line widths on, mm, for an ordinary nozzle of 0.4 mm. */
const CLEAN_WIDTH = 0.9;

/** Everything to say about a plan's bands, lowest band first. */
export function planNotes(inputs: NoteInputs): PlanNote[] {
  const { bands } = inputs;
  return [
    ...swapNotes(inputs),
    ...bands.flatMap((band, i) => bandNotes(inputs, band, bands[i - 1], bands[i + 1])),
  ];
}

/** Swaps that lead to no band of their own. */
function swapNotes({ plan, layers }: NoteInputs): PlanNote[] {
  const notes: PlanNote[] = [];
  for (const { key, swaps } of plan.parts) {
    for (const [i, { layer }] of swaps.entries()) {
      if (layer > layers.length) {
        notes.push({
          code: 'after-the-end',
          level: 'caution',
          band: null,
          sentence: `The swap before layer ${layer} comes after the end: the print has ${layers.length} layers.`,
          fix: { label: 'Remove swap', edit: (one) => withoutSwap(one, layer, key) },
        });
      } else if (swaps[i + 1]?.layer === layer) {
        const first = swaps[i];
        const edit = (one: JobPlan): JobPlan =>
          withPart(one, key, (part) => ({
            ...part,
            swaps: part.swaps.filter((swap) => swap !== first),
          }));
        notes.push({
          code: 'two-swaps-on-a-layer',
          level: 'caution',
          band: null,
          sentence: `Two swaps come before layer ${layer}; one is enough.`,
          fix: { label: 'Keep the second swap', edit },
        });
      }
    }
  }
  return notes;
}

function bandNotes(
  inputs: NoteInputs,
  band: Band,
  below: Band | undefined,
  above: Band | undefined,
): PlanNote[] {
  const { layers, widths } = inputs;
  const { filament } = band;
  const swap = swapBefore(band);
  const about = { band: band.first } as const;
  const merge = (label: string) => ({
    label,
    edit: (plan: JobPlan) => mergeWithBelow(plan, band, below),
  });
  const notes: PlanNote[] = [];
  if (below && below.filament.letter === filament.letter) {
    notes.push({
      ...about,
      code: 'same-filament',
      level: 'caution',
      sentence: `The band below is ${filament.name} too, so this swap changes nothing.`,
      fix: merge('Remove swap'),
    });
  }
  if (swap !== null && band.first === layers.length) {
    notes.push({
      ...about,
      code: 'last-layer',
      level: 'caution',
      sentence: `Only the last layer prints in ${filament.name}.`,
      fix: merge('Remove swap'),
    });
  } else if (band.first === band.last) {
    notes.push({
      ...about,
      code: 'one-layer-band',
      level: 'caution',
      sentence: `One layer thin: ${formatMm(band.top - band.bottom)} mm of ${filament.name}.`,
      fix: swap === null ? null : merge('Merge with band below'),
    });
  } else {
    const thin = thinNote(inputs, band, below, above);
    if (thin) notes.push(thin);
  }
  if (swap !== null && band.seen.above < UNSEEN && band.seen.below < UNSEEN) {
    notes.push({
      ...about,
      code: 'unseen-band',
      level: 'note',
      sentence: 'This band is not visible from above or below; only its edge shows.',
      fix: merge('Merge with band below'),
    });
  }
  const width = widths.get(band.first) ?? Infinity;
  if (swap !== null && width < CLEAN_WIDTH) {
    notes.push({
      ...about,
      code: 'narrow-feature',
      level: 'caution',
      sentence: `${width.toFixed(1)} mm wide in places: too narrow to print cleanly with a 0.45 mm line.`,
      fix: null,
    });
  }
  return notes;
}

/** A band that is seen, over a colour that shows through it. */
function thinNote(
  inputs: NoteInputs,
  band: Band,
  below: Band | undefined,
  above: Band | undefined,
): PlanNote | null {
  const thickness = band.top - band.bottom;
  const { filament } = band;
  const shows = (other: Band | undefined, share: number): boolean =>
    other !== undefined &&
    share >= UNSEEN &&
    thickness < hidingOver(filament, other.filament) - FINE &&
    differenceOf(filament, other.filament) > ALIKE;
  const fromAbove = shows(below, band.seen.above);
  const under = fromAbove ? below : shows(above, band.seen.below) ? above : undefined;
  if (!under) return null;
  return {
    code: 'thin-band',
    level: 'caution',
    band: band.first,
    sentence: `${formatMm(thickness)} mm of ${filament.name}: ${under.filament.name} ${fromAbove ? 'below' : 'above'} shows through; about ${formatMm(hidingOver(filament, under.filament))} mm hides it${under.filament.letter in (filament.hidesOver ?? {}) ? ', as measured' : ''}.`,
    fix: thickerFix(inputs, band, above, hidingOver(filament, under.filament)),
  };
}

/**
 * Lets the band above start later, or this one earlier, wherever that leaves a step in place; the
 * colour of a step's surface is what people look at.
 */
function thickerFix(
  { plan, layers, steps }: NoteInputs,
  band: Band,
  above: Band | undefined,
  hidingDepth: number,
): PlanNote['fix'] {
  const onStep = (layer: number): boolean => steps.some((step) => step.layer === layer);
  const needed = hidingDepth - FINE;
  const [starts, next] = [band.stretches[0], above?.stretches[0]];
  if (above && next?.from && !onStep(next.from)) {
    const end = firstIndex(layers.length, (i) => layers[i].z - band.bottom >= needed);
    const by = end + 2 - above.first;
    const to = next.from + by;
    if (to <= above.last) return moved(plan, next, to, layers, 'Start band above later');
  }
  if (starts.from && !onStep(starts.from)) {
    const start = layers.findLast((layer) => band.top - bottomOf(layer) >= needed);
    const to = start ? starts.from - (band.first - start.number) : 1;
    if (to >= 2) return moved(plan, starts, to, layers, 'Start this band earlier');
  }
  return null;
}

function moved(
  plan: JobPlan,
  { part, from }: PartStretch,
  to: number,
  layers: readonly Layer[],
  label: string,
): PlanNote['fix'] {
  if (from === null) return null;
  const edit = (one: JobPlan): JobPlan =>
    withMovedSwap(one, from, to as LayerNumber, layers.length, part);
  return edit(plan) === plan ? null : { label: `${label}, before layer ${to}`, edit };
}
