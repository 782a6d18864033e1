/** The screen that opens a kind of file. */
export type OpeningPlace = '/' | '/shelf' | '/printers';

/** What becomes of files that are dropped on a screen that has no use for them itself. */
export type DropAnswer =
  | { readonly kind: 'open'; readonly at: OpeningPlace }
  /** In words for the person; `go` leads to where it can be dropped. */
  | { readonly kind: 'refused'; readonly message: string; readonly go: '/draw' | null };

const KINDS: readonly (readonly [RegExp, OpeningPlace])[] = [
  [/\.(gcode|gco|g|gz|zip|stl|3mf|obj)$/i, '/'],
  [/\.csv$/i, '/shelf'],
  [/\.json$/i, '/printers'],
];
const PICTURES = /\.(svg|png|jpe?g|gif|webp|bmp|avif)$/i;

/** Decides where dropped files belong, by their names. */
export function whereItOpens(names: readonly string[]): DropAnswer {
  const places = names.map((name) => KINDS.find(([ending]) => ending.test(name))?.[1] ?? null);
  const [first] = names;
  const [place] = places;
  if (place && places.every((one) => one === place)) {
    // The Bench takes many at once; the others open one after the other.
    if (place === '/' || names.length === 1) return { kind: 'open', at: place };
    return refused('Drop one of these files at a time.');
  }
  if (names.length > 1) return refused('Drop files of one kind at a time.');
  if (PICTURES.test(first)) {
    return {
      kind: 'refused',
      message: `${first} cannot be opened here. Drop it on “Draw a plate” or “Relief from a picture”.`,
      go: '/draw',
    };
  }
  return refused(
    `${first} is not a file that Lamella can open. It opens sliced files, 3D models, spool lists (CSV), printer profiles (JSON) and its own saved files.`,
  );
}

function refused(message: string): DropAnswer {
  return { kind: 'refused', message, go: null };
}
