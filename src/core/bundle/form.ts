/** The records that a bundle holds, one file of lines for each kind, in the order in which they are written. */
export const KINDS = [
  'jobs',
  'plans',
  'printers',
  'spools',
  'measurements',
  'runs',
  'photos',
] as const;
export type BundleKind = (typeof KINDS)[number];

/** What was chosen when it was saved. */
export const HOLDINGS = ['everything', 'some', 'job'] as const;
export type Holding = (typeof HOLDINGS)[number];

/** Rises with every change that an older Lamella could not read. */
export const BUNDLE_VERSION = 1;
/** The shape of the records in it: that of the database. */
export const RECORDS_VERSION = 12;

/** How a bundle's name ends. */
export const BUNDLE_ENDING = '.lamella.zip';
export const HEAD_NAME = 'lamella.json';
export const SETTINGS_NAME = 'settings.json';

/** What a bundle says of itself. */
export interface BundleHead {
  /** Milliseconds since 1970. */
  readonly savedAt: number;
  readonly holds: Holding;
  /** Records of each kind. */
  readonly counts: Readonly<Record<BundleKind, number>>;
}

/** A record in a bundle. */
export interface BundleLine {
  readonly id: string;
  /** When it was changed last, ms since 1970; null where that is not known. */
  readonly changedAt: number | null;
  /** The name in the bundle of the bytes that belong to it; null for none. */
  readonly file: string | null;
  readonly record: unknown;
}

export function linesName(kind: BundleKind): string {
  return `${kind}.jsonl`;
}

/** Names of files beside the records: none leads out of its folder. */
export const FILE_NAME = /^(files|photos)\/[0-9]{1,6}-[a-z0-9-]{1,80}\.(gcode|stl|3mf|obj|jpg)$/;

/** Endings of such files: sliced files, models, and photos. */
export type FileEnding = 'gcode' | 'stl' | '3mf' | 'obj' | 'jpg';

/** The ending of a job's file: that of its own name where it is a model. */
export function endingOf(fileName: string, isModel: boolean): FileEnding {
  const found = isModel ? /\.(stl|3mf|obj)$/i.exec(fileName)?.[1].toLowerCase() : undefined;
  return (found as FileEnding | undefined) ?? 'gcode';
}

/** Puts a name of a person's own into one that every computer takes. */
export function fileNameIn(
  folder: 'files' | 'photos',
  number: number,
  words: string,
  ending: FileEnding,
): string {
  const slug = words
    .normalize('NFKD')
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, '-')
    .slice(0, 60)
    .replace(/^-+|-+$/g, '');
  return `${folder}/${String(number).padStart(4, '0')}-${slug || 'unnamed'}.${ending}`;
}
