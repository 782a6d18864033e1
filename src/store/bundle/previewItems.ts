import type { BundleKind } from '@/core/bundle/form';
import type { Standing } from '@/core/bundle/standing';
import type { Parsed } from './bundleShapes';

/** One record of a bundle, beside the one that is here. */
export type PreviewPart = Parsed & {
  readonly standing: Standing;
  readonly thereAt: number | null;
  readonly hereAt: number | null;
  /** Its bytes in the bundle; null for none, or when they are here already. */
  readonly file: string | null;
  /** It is of another slice than the one here, and that slice is not in the bundle. */
  readonly lacksSlice: boolean;
  /** What is stored here, as text: when that has changed, the preview holds no longer. */
  readonly stored: string | null;
};

/** Where something of a bundle is found in Lamella. */
export type Group = 'jobs' | 'prints' | 'printers' | 'spools';

/** What opening a bundle does to a thing: `changed` where both differ. */
type ItemState = 'new' | 'changed' | 'same' | 'gone';

/** A thing as a person knows it: a job with its plans and its file, a print with its photos. */
export interface PreviewItem {
  readonly key: string;
  readonly group: Group;
  readonly title: string;
  /** When a print began, ms since 1970; null for all else. */
  readonly at: number | null;
  readonly state: ItemState;
  /** Which of two that differ was changed last; null where nobody knows, or only one is. */
  readonly last: 'there' | 'here' | null;
  readonly thereAt: number | null;
  readonly hereAt: number | null;
  /** It cannot be taken: its file here is another slice, and the right one is not in the bundle. */
  readonly lacksSlice: boolean;
  /** Brings a file that is missing here. */
  readonly bringsFile: boolean;
  /** Comes with Lamella, and nobody has changed it. */
  readonly isMadeUp: boolean;
  readonly parts: readonly PreviewPart[];
}

const { compare: byLanguage } = new Intl.Collator();

/** Puts records together that are one thing to a person: prints from the last on, all else by name. */
export function itemsOf(parts: readonly PreviewPart[]): PreviewItem[] {
  const byThing = new Map<string, PreviewPart[]>();
  for (const part of parts) {
    const key = thingOf(part);
    const known = byThing.get(key);
    if (known) known.push(part);
    else byThing.set(key, [part]);
  }
  return [...byThing]
    .map(([key, all]) => itemOf(key, all))
    .sort((a, b) => (b.at ?? 0) - (a.at ?? 0) || byLanguage(a.title, b.title));
}

function thingOf(part: PreviewPart): string {
  const { kind, record } = part;
  if (kind === 'plans') return `jobs/${record.id}`;
  if (kind === 'photos') return `runs/${part.record.runId}`;
  return `${kind}/${record.id}`;
}

/** Whether a record would be changed, or its bytes brought. */
export function isDifferent({ standing, file }: PreviewPart): boolean {
  return standing !== 'same' || file !== null;
}

function itemOf(key: string, parts: readonly PreviewPart[]): PreviewItem {
  const different = parts.filter(isDifferent);
  const thereAt = latest(different.map((one) => one.thereAt));
  const hereAt = latest(different.map((one) => one.hereAt));
  const state = stateOf(parts);
  // Of several records, one of which nobody knows the time of is enough that nobody knows which came last.
  const isTimed = different.every((one) => one.standing !== 'differs');
  const isKnown = state === 'changed' && isTimed && thereAt !== hereAt;
  return {
    key,
    group: GROUP_OF[parts[0].kind],
    title: titleOf(parts),
    at: beginOf(parts),
    state,
    last: isKnown ? ((thereAt ?? 0) > (hereAt ?? 0) ? 'there' : 'here') : null,
    thereAt,
    hereAt,
    lacksSlice: parts.some((one) => one.lacksSlice),
    bringsFile: parts.some(
      ({ kind, standing, file }) => kind === 'jobs' && standing === 'same' && file !== null,
    ),
    isMadeUp: parts.every((one) => one.thereAt === 0),
    parts,
  };
}

function stateOf(parts: readonly PreviewPart[]): ItemState {
  if (parts.some(({ standing }) => standing === 'gone')) return 'gone';
  if (parts.every(({ standing }) => standing === 'new')) return 'new';
  return parts.some(isDifferent) ? 'changed' : 'same';
}

/** What is taken unless the person says otherwise: what is new, what was changed last there, and all prints. */
export function isTakenUnasked(item: PreviewItem): boolean {
  const { state, last, group, isMadeUp, bringsFile, lacksSlice } = item;
  if (lacksSlice) return false;
  if (state === 'new') return !isMadeUp;
  // What was told of a print here and there is merged, so that nothing is lost by it.
  return state === 'changed' && (group === 'prints' || last === 'there' || bringsFile);
}

const latest = (times: readonly (number | null)[]): number | null => {
  const known = times.filter((one): one is number => one !== null && one > 1);
  return known.length > 0 ? Math.max(...known) : null;
};

const GROUP_OF: Readonly<Record<BundleKind, Group>> = {
  jobs: 'jobs',
  plans: 'jobs',
  printers: 'printers',
  spools: 'spools',
  measurements: 'printers',
  runs: 'prints',
  photos: 'prints',
};

function beginOf(parts: readonly PreviewPart[]): number | null {
  for (const part of parts) {
    if (part.kind === 'runs') return part.record.events[0]?.at ?? part.record.writtenAt;
  }
  return null;
}

function titleOf(parts: readonly PreviewPart[]): string {
  const titles = parts.map(ownTitle);
  return (
    titles.find((one) => one !== null) ??
    (parts[0].kind === 'plans' ? 'Plans of a job' : 'Photos of a print')
  );
}

/** What a record is called; null for one that has its name from another. */
function ownTitle(part: PreviewPart): string | null {
  switch (part.kind) {
    case 'jobs':
      return part.record.deleted ? `${part.record.name} (deleted)` : part.record.name;
    case 'printers':
      return part.record.printer.name;
    case 'spools':
      return part.record.name;
    case 'measurements':
      return part.record.about;
    case 'runs':
      return part.record.runPlan.job;
    case 'plans':
    case 'photos':
      return null;
  }
}
