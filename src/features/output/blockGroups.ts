import { swapPlace } from '@/core/describeLayer';
import type { Excerpt } from '@/core/write/excerpts';

type BlockKind = NonNullable<Excerpt['title']>['kind'] | 'removed';

/** Places of the output that are of one kind, in the order of the file; never empty. */
export interface BlockGroup {
  readonly kind: BlockKind;
  readonly excerpts: readonly Excerpt[];
}

const TITLES: Readonly<Record<Exclude<BlockKind, 'removed'>, string>> = {
  swap: 'Swap',
  warning: 'Warning',
  load: 'First filament',
  hop: 'Travel to another place',
  lift: 'Lift over the print',
  lower: 'Descent after the lift',
  handover: 'End of a file, hot',
  takeup: 'Beginning of a file',
  rewrite: 'Setting',
  number: 'Line number',
};

/** One of each kind, as it is counted. */
export const GROUP_WORDS: Readonly<Record<BlockKind, string>> = {
  swap: 'swap',
  warning: 'warning',
  load: 'first filament',
  hop: 'travel',
  lift: 'lift',
  lower: 'descent',
  handover: 'file end',
  takeup: 'file beginning',
  rewrite: 'setting',
  number: 'line number',
  removed: 'removed line',
};

/** The places of an output by their kind, in the order in which the kinds come first. */
export function groupsOf(excerpts: readonly Excerpt[]): BlockGroup[] {
  const groups = new Map<BlockKind, Excerpt[]>();
  for (const excerpt of excerpts) {
    const kind = excerpt.title?.kind ?? 'removed';
    const group = groups.get(kind);
    if (group) group.push(excerpt);
    else groups.set(kind, [excerpt]);
  }
  return [...groups].map(([kind, all]) => ({ kind, excerpts: all }));
}

/** `Swap 2 of 3, layer 12`. */
export function nameOf({ title, line }: Excerpt): string {
  if (!title) return `Removed line ${line}`;
  return `${TITLES[title.kind]} ${title.index} of ${title.count}, ${swapPlace(title)}`;
}
