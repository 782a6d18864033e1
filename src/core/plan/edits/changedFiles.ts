import type { SlicedFile } from '../../read/slicedFile';
import type { JobPlan } from '../jobPlan';
import { foundParts, partOfSections, wholePart, type PlannedPart } from '../parts';
import { withStretches } from './partPlan';

type Sections = Pick<SlicedFile, 'sections'>;

/**
 * Takes a plan along when the files of its print are other ones, or in another order: each part keeps its
 * filaments and swaps under its new name. Layers are still those of the print before.
 * @param from for each file of the new print the file of the old one that it is, or whose place it takes;
 *   null for one that is new.
 */
export function withChangedFiles(
  plan: JobPlan,
  from: readonly (number | null)[],
  before: Sections,
  after: Sections,
): JobPlan {
  const isOne = from.length === 1;
  const oldKeys = partOfSections(plan, before);
  /** The part of the old print that a file's tool has printed; any of the file's where the tool is new. */
  const oldPart = (file: number | null, tool: number): PlannedPart | undefined => {
    const { sections } = before;
    const same = sections.findIndex((one) => one.source === file && one.tool === tool);
    const any = sections.findIndex((one) => one.source === file);
    const key = oldKeys[same < 0 ? any : same];
    return plan.parts.find((part) => part.key === key);
  };
  const newKeys = foundParts(after, []);
  const parts = new Map<string, PlannedPart>();
  const names = new Map<string, string>();
  after.sections.forEach(({ source, tool }, i) => {
    const key = newKeys[i];
    if (parts.has(key)) return;
    const old = oldPart(from[source], tool);
    if (!old) return;
    parts.set(key, { ...old, key });
    names.set(old.key, key);
  });
  const layerOrders = plan.layerOrders.map((one) => ({
    ...one,
    parts: one.parts.flatMap((key) => names.get(key) ?? []),
  }));
  const isPlain = new Set(newKeys).size === 1;
  const [begun] = plan.parts;
  const [first = begun, ...others] = parts.values();
  return {
    ...plan,
    parts: isPlain ? [wholePart(first.firstLetter, first.swaps)] : [first, ...others],
    layerOrders: layerOrders.filter((one) => one.parts.length > 1),
    stretches: [],
    delivery: isOne && plan.delivery === 'file-per-source' ? 'one-file' : plan.delivery,
  };
}

/** The same plan with a filament for each part that has come along with a new file. */
export function withPartsOfFiles(plan: JobPlan, after: Sections): JobPlan {
  const { parts } = withStretches(plan, after, []);
  return { ...plan, parts };
}
