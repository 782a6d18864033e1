import { textOfStop, type FoundStop } from '../../gcode/stops';
import { namesOfStops } from './namesOfStops';
import { meansChange } from '../../gcode/stopCommands';
import { forEachBit } from '../../geometry/raster/stampBits';
import type { SectionShapes } from '../../order/sectionShapes';
import type { SlicedFile } from '../../read/slicedFile';
import { FIRST_STRETCH, type Stretch } from '../parts';

/** Least share of a part's area that its next layer has to cover to be the same part. */
const SAME_SHAPE = 0.5;

const TOOL_WORD = /\bT(\d+)\b/i;

/**
 * The stops of a file that stand for changes of filament: those of one kind that stop inside of layers, two or
 * more of them, or by the command that means just that. Others, such as one to put something in, are none.
 */
export function changingStops({
  stops,
  sections,
}: Pick<SlicedFile, 'stops' | 'sections'>): FoundStop[] {
  // Where tools change, they say it themselves.
  if (new Set(sections.map(({ tool }) => tool)).size > 1) return [];
  const kinds = new Map<string, FoundStop[]>();
  for (const stop of stops) {
    if (stop.layer === null) continue;
    const kind = meansChange(stop.command) ? 'change' : kindOf(stop);
    kinds.set(kind, [...(kinds.get(kind) ?? []), stop]);
  }
  const changes = [...kinds].flatMap(([kind, ofKind]) => {
    const inside = ofKind.some(({ place }) => place === 'inside');
    return inside && (ofKind.length > 1 || kind === 'change') ? ofKind : [];
  });
  return changes.sort((a, b) => a.line - b.line);
}

/** Stops that differ by their text alone are of one kind. */
function kindOf({ command }: FoundStop): string {
  return (textOfStop(command) === null ? command : command.split(/\s/, 1)[0]).toUpperCase();
}

/** The stops of a file that stand right beside a tool change, and so ask for the same thing. */
export function stopsBesideTools({
  stops,
  sections,
}: Pick<SlicedFile, 'stops' | 'sections'>): FoundStop[] {
  return stops.filter(({ line }) => {
    const at = sections.findIndex(({ firstLine }) => firstLine > line);
    return at > 0 && line > sections[at - 1].endLine && sections[at].tool !== sections[at - 1].tool;
  });
}

/**
 * Which part comes behind each stop, as far as the file shows it: by the tool or the filament that the stop names,
 * or by its shape, since what lies over a part in the next layer is that part; anything else is a part of its own.
 */
export function proposeStretches(
  { sections }: Pick<SlicedFile, 'sections'>,
  changes: readonly FoundStop[],
  shapes: SectionShapes | null,
): Stretch[] {
  const outlines = shapes && coarseShapes(shapes);
  const stretchOf = sections.map(
    ({ firstLine }) => changes.filter(({ line }) => line < firstLine).length,
  );
  // A stop before all that is printed leaves nothing for a part before it.
  const partOf = new Map<number, string>(stretchOf[0] === 0 ? [[0, FIRST_STRETCH]] : []);
  const names = namesOfStops(changes);
  const named = new Map<string, string>();
  let parts = partOf.size;
  for (const [i, stretch] of stretchOf.entries()) {
    if (partOf.has(stretch)) continue;
    const name = TOOL_WORD.exec(changes[stretch - 1].command)?.[1] ?? names[stretch - 1];
    const likely = (name && named.get(name)) ?? mostAlike(i, name !== null);
    const part = likely ?? `P${++parts}`;
    partOf.set(stretch, part);
    if (name !== null) named.set(name, part);
  }
  return changes.map(({ line }, i) => ({ line, part: partOf.get(i + 1) ?? FIRST_STRETCH }));

  /** The part that lies under most of a stretch's first layer: in the layer below, or, of those without a name, anywhere. */
  function mostAlike(first: number, isNamed: boolean): string | null {
    const { layer } = sections[first];
    const taken = new Set(
      sections.flatMap((one, i) =>
        one.layer === layer && i < first ? (partOf.get(stretchOf[i]) ?? []) : [],
      ),
    );
    if (!outlines) return null;
    if (isNamed) {
      for (const part of named.values()) taken.add(part);
      // Nobody changes to what is loaded.
      taken.add(partOf.get(stretchOf[first] - 1) ?? '');
    }
    let best: { part: string; share: number } | null = null;
    for (let i = first - 1; i >= 0 && (isNamed || sections[i].layer >= layer - 1); i--) {
      const part = partOf.get(stretchOf[i]);
      if (sections[i].layer === layer || part === undefined || taken.has(part)) continue;
      const share = alike(outlines[first], outlines[i]);
      if (share > (best?.share ?? SAME_SHAPE)) best = { part, share };
    }
    return best?.part ?? null;
  }
}

/** Coarser than the openings of open fill, so that a part looks alike when its fill changes; cells. */
const COARSE = 20;

/** The squares in which each section has lines. */
function coarseShapes({ shapes, wordsPerRow }: SectionShapes): ReadonlySet<number>[] {
  const columns = wordsPerRow * 32;
  const across = Math.ceil(columns / COARSE);
  return shapes.map(({ covers }) => {
    const squares = new Set<number>();
    forEachBit(covers, (cell) => {
      const [x, y] = [cell % columns, Math.floor(cell / columns)];
      squares.add(Math.floor(y / COARSE) * across + Math.floor(x / COARSE));
    });
    return squares;
  });
}

/** How much two shapes have in common, of all that either covers. */
function alike(a: ReadonlySet<number>, b: ReadonlySet<number>): number {
  let both = 0;
  for (const square of a) if (b.has(square)) both++;
  const either = a.size + b.size - both;
  return either === 0 ? 0 : both / either;
}
