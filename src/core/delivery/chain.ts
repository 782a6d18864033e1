import { HAIR } from '../tolerances';
import { Effect } from '../gcode/effect';
import { Machine } from '../gcode/machine';
import { obeyLines } from '../gcode/obey';
import { Words } from '../gcode/lines/words';
import { filamentArea } from '../geometry/lineWidth';
import { forEachPiece, hasPrinted, isCurve, printedWidth } from '../geometry/movePieces';
import type { Severity } from '../findings';
import {
  afterHoming,
  homeCorner,
  homesInto,
  probesInto,
  standingIn,
  whereToMove,
} from '../printer/homing';
import { FLAT_MM } from '../printer/nozzleShape';
import type { Printer } from '../printer/printer';
import { StandingMap } from '../printer/standingMap';
import type { SlicedFile } from '../read/slicedFile';
import { skirtTest } from '../sources/leadIn';
import { joinFootprints } from '../sources/joinFootprints';
import { layersByHeight } from '../sources/joinLayers';

/** What would go wrong when files are printed one after another, as they are. */
type ChainCode =
  | 'no-extrusion'
  | 'same-file'
  | 'hits-print'
  | 'homes-into-print'
  | 'homes-again'
  | 'probes-into-print'
  | 'skirt-in-air'
  | 'skirt-hits-print'
  | 'nothing-below'
  | 'in-one-place'
  | 'bed-off'
  | 'nozzle-off'
  | 'place-lost'
  | 'motors-off'
  | 'first-layer-in-air';

export interface ChainFinding {
  readonly code: ChainCode;
  readonly severity: Severity;
  /** Line of the file, from 1; null when it is about the file as a whole. */
  readonly line: number | null;
  readonly message: string;
  /** Where it happens, machine mm; null where that says nothing. */
  readonly at: { readonly x: number; readonly y: number } | null;
}

/** A file of a chain. */
export interface ChainFile {
  readonly name: string;
  readonly fingerprint: string;
  readonly bytes: Uint8Array;
  readonly reading: SlicedFile;
}

/** How much of a first layer may hang over the edge of what is below, as a share of its length. */
const MAY_HANG = 0.25;
/** Lines of two files that fill one place at one height, mm. */
const SHARED_MM = 5;

/** What of a printer a chain is looked at with. */
export type ChainPrinter = Pick<
  Printer,
  'nozzle' | 'filamentDiameter' | 'homing' | 'bed' | 'volume'
>;

/** Follows files one after another on one printer, and tells for each what it would do to what stands. */
export function chainFindings(
  files: readonly ChainFile[],
  printer: ChainPrinter,
): ChainFinding[][] {
  const drawn = files.filter(({ reading }) => reading.layers.length > 0);
  const readings = drawn.map(({ reading }) => reading);
  if (readings.length === 0) return files.map(({ reading }) => hopeless(reading));
  const { layerOf } = layersByHeight(readings.map(({ layers }) => layers));
  const { footprint } = joinFootprints(readings, layerOf);
  const run = new ChainRun(new StandingMap(footprint, printer.nozzle), printer);
  return files.map((file, i) => {
    const same = files.slice(0, i).find(({ fingerprint }) => fingerprint === file.fingerprint);
    const twice: ChainFinding[] = same
      ? [
          whole(
            'same-file',
            'error',
            `It is the same file as ${same.name} and prints in the same place.`,
          ),
        ]
      : [];
    if (file.reading.layers.length === 0) return [...hopeless(file.reading), ...twice];
    return [...twice, ...run.follow(file, i === 0, i === files.length - 1)];
  });
}

function hopeless({ findings }: SlicedFile): ChainFinding[] {
  const why = findings.find(({ severity }) => severity === 'error')?.message;
  return [whole('no-extrusion', 'error', why ?? 'It prints nothing.')];
}

function whole(code: ChainCode, severity: Severity, message: string): ChainFinding {
  return { code, severity, line: null, message, at: null };
}

type Section = SlicedFile['sections'][number];

/** A straight piece of a move, machine mm. */
interface Piece {
  readonly a: { readonly x: number; readonly y: number };
  readonly b: { readonly x: number; readonly y: number };
}

/** A move with the section that it prints, if it prints any. */
interface ChainMove {
  readonly pieces: readonly Piece[];
  readonly printed: boolean;
  readonly section: Section | null;
  readonly width: number;
  /** The lowest height on the way, mm. */
  readonly z: number;
  readonly line: number;
}

/** One printer that is given file after file. */
class ChainRun {
  private machine = new Machine();
  private readonly area: number;
  /** The file before has let the motors go. */
  private motorsLost = false;
  /** Where the head is before the line that is obeyed, machine mm. */
  private from = { x: 0, y: 0, z: 0 };

  constructor(
    private readonly map: StandingMap,
    private readonly printer: ChainPrinter,
  ) {
    this.area = filamentArea(printer.filamentDiameter);
  }

  follow(file: ChainFile, isFirst: boolean, isLast: boolean): ChainFinding[] {
    const start = this.machine.capture();
    const isSkirt = skirtTest(file.reading);
    const look = new ChainLook(this.map, this.printer, isSkirt, this.motorsLost);
    if (!isFirst) {
      this.run(file, (move, effect, words, line) => {
        const { x, y } = this.machine;
        look.take(move, effect, words, line, { x, y }, this.from);
      });
      look.judgeStart(file.reading);
    }
    // Its own lines are no obstacle to itself, so they are laid down when it has been looked at.
    this.machine = Machine.from(start);
    this.run(file, (move) => {
      if (!move?.section) return;
      for (const { a, b } of move.pieces)
        this.map.print(a.x, a.y, b.x, b.y, move.width, move.section.z);
    });
    this.motorsLost = this.machine.motorsReleased;
    if (!isLast) look.judgeEnd(this.machine);
    return look.findings;
  }

  private run(
    { bytes, reading: { sections } }: ChainFile,
    visit: (move: ChainMove | null, effect: Effect, words: Words, line: number) => void,
  ): void {
    const { machine } = this;
    const words = new Words();
    let line = 0;
    let at = 0;
    const after = (effect: Effect, start: number): void => {
      line++;
      if (effect === Effect.Home && this.printer.homing !== null) this.standHome(words);
      if (effect !== Effect.Line && effect !== Effect.Curve)
        return visit(null, effect, words, line);
      while (at < sections.length && start >= sections[at].endOffset) at++;
      const inside = at < sections.length && start >= sections[at].restartOffset;
      visit(this.moveOf(effect, inside ? sections[at] : null, line), effect, words, line);
    };
    const before = (): void => {
      this.from = { x: machine.x, y: machine.y, z: machine.z };
    };
    obeyLines(machine, words, bytes, bytes.length, { before, after });
  }

  /** The head stands where the profile says that homing ends. */
  private standHome(words: Words): void {
    const { machine, printer, from } = this;
    const [x, y, z] = (['X', 'Y', 'Z'] as const).map((axis) => words.names(axis));
    const isAll = !x && !y && !z;
    const axes = { x: isAll || x, y: isAll || y, z: isAll || z };
    Object.assign(machine, afterHoming(from, axes, printer));
  }

  private moveOf(effect: Effect, section: Section | null, line: number): ChainMove | null {
    const { machine: m } = this;
    const printed = hasPrinted(effect, m);
    const z = Math.min(m.z, m.fromZ);
    const isKnown = [m.x, m.y, m.fromX, m.fromY, z].every(Number.isFinite);
    if (!isKnown || (!isCurve(effect, m) && m.x === m.fromX && m.y === m.fromY)) return null;
    const pieces: Piece[] = [];
    forEachPiece(effect, m, (x0, y0, x1, y1) => {
      pieces.push({ a: { x: x0, y: y0 }, b: { x: x1, y: y1 } });
    });
    const width = printed && section ? printedWidth(effect, m, section.thickness, this.area) : 0;
    return { pieces, printed, section: printed ? section : null, width, z, line };
  }
}

/** Where the head is, machine mm. */
interface HeadPlace {
  readonly x: number;
  readonly y: number;
  readonly z: number;
}

/** How often one kind of finding is given with its line. */
const TOLD = 5;

/** What one file would do to what stands when it begins. */
class ChainLook {
  readonly findings: ChainFinding[] = [];
  private readonly counts = new Map<ChainCode, number>();
  /** Lengths of its first layer, of that what hangs in the air, and what lies in another's place, mm. */
  private firstMm = 0;
  private hangingMm = 0;
  private sharedMm = 0;

  constructor(
    private readonly map: StandingMap,
    private readonly printer: ChainPrinter,
    private readonly isSkirt: (x: number, y: number) => boolean,
    private motorsLost: boolean,
  ) {}

  take(
    move: ChainMove | null,
    effect: Effect,
    words: Words,
    line: number,
    at: { readonly x: number; readonly y: number },
    from: HeadPlace,
  ): void {
    if (effect === Effect.Home) this.home(words, line, from);
    else if (effect === Effect.Probe) this.probe(line, at);
    else if (move) this.move(move, at);
  }

  private add(
    code: ChainCode,
    severity: Severity,
    line: number | null,
    message: string,
    at: ChainFinding['at'] = null,
  ): void {
    const count = (this.counts.get(code) ?? 0) + 1;
    this.counts.set(code, count);
    if (count <= TOLD) this.findings.push({ code, severity, line, message, at });
  }

  private home(words: Words, line: number, from: HeadPlace): void {
    const { map, printer } = this;
    this.motorsLost = false;
    const top = map.highest.toFixed(2);
    const onTheWay = printer.homing !== null && this.hitsOnTheWayHome(from);
    if (onTheWay) {
      const message = `On its way home at Z ${from.z.toFixed(2)} the head meets the part, which is ${top} mm high. Lift the head before the file homes.`;
      return this.add('homes-into-print', 'error', line, message, homeCorner(printer));
    }
    if ((words.names('X') || words.names('Y')) && !words.names('Z')) {
      const message = 'It homes X and Y again: the seam is only as accurate as the end stops.';
      return this.add('homes-again', 'note', line, message);
    }
    const into = homesInto(printer, standingIn(map));
    if (into) {
      const where = whereToMove(map.boundsAbove(FLAT_MM)!, map.highest, printer);
      const message = `It homes all axes and comes down at X ${into.x.toFixed(0)} Y ${into.y.toFixed(0)}, where a part ${top} mm high stands. ${where}`;
      return this.add('homes-into-print', 'error', line, message.trim(), into);
    }
    if (printer.homing !== null) {
      const message = `It homes all axes beside the part, which is ${top} mm high.`;
      return this.add('homes-again', 'note', line, message);
    }
    const message = `It homes all axes while a part ${top} mm high is on the bed. A printer that homes Z over the middle of the bed crashes into it. Say in the printer’s profile where it homes.`;
    this.add('homes-into-print', 'warning', line, message, { x: 0, y: 0 });
  }

  /** X and Y are homed at the height where the head is: one after the other, or both at once. */
  private hitsOnTheWayHome({ x, y, z }: HeadPlace): boolean {
    if (![x, y, z].every(Number.isFinite)) return false;
    const home = homeCorner(this.printer);
    const ways = [
      [x, y, home.x, home.y],
      [x, y, home.x, y],
      [home.x, y, home.x, home.y],
      [x, y, x, home.y],
      [x, home.y, home.x, home.y],
    ] as const;
    return ways.some((way) => {
      const { rise, head } = this.map.near(...way, z);
      return rise > 0 || head;
    });
  }

  /** What probing does to what stands: nothing where the profile says that it probes beside it. */
  private probe(line: number, at: { readonly x: number; readonly y: number }): void {
    const { map, printer } = this;
    const into = probesInto(printer, standingIn(map));
    if (into === false) return;
    const message = into
      ? `It probes the bed where a part ${map.highest.toFixed(2)} mm high stands.`
      : `It probes the bed while a part ${map.highest.toFixed(2)} mm high is on it.`;
    this.add('probes-into-print', 'error', line, message, at);
  }

  private move({ pieces, printed, section, z, line }: ChainMove, at: ChainFinding['at']): void {
    if (this.motorsLost) {
      this.motorsLost = false;
      const message =
        'The file before switches the motors off, and this one does not home: the head position is unknown.';
      this.add('place-lost', 'error', line, message);
    }
    let hit = 0;
    for (const { a, b } of pieces) {
      const near = this.map.near(a.x, a.y, b.x, b.y, z);
      const isHit = printed ? near.through || near.head : near.rise > 0 || near.head;
      if (isHit) hit = Math.max(hit, near.rise);
    }
    if (hit > 0) {
      // A skirt goes round all that its own file prints, and knows nothing of others.
      const ofSkirt = printed && pieces.every(({ a, b }) => this.onSkirt(a) && this.onSkirt(b));
      const what = ofSkirt ? 'Its skirt is printed' : printed ? 'It prints' : 'The head travels';
      const message = `${what} at Z ${z.toFixed(2)} where the print is ${hit.toFixed(2)} mm higher.`;
      this.add(ofSkirt ? 'skirt-hits-print' : 'hits-print', 'error', line, message, at);
    }
    if (section?.layer !== 1) return;
    const { thickness } = section;
    const floor = section.z - thickness;
    for (const { a, b } of pieces) {
      const mm = Math.hypot(b.x - a.x, b.y - a.y);
      const height = this.map.heightAt((a.x + b.x) / 2, (a.y + b.y) / 2);
      this.firstMm += mm;
      if (floor > HAIR && height < floor - thickness / 2) this.hangingMm += mm;
      if (Math.abs(height - section.z) < thickness / 2) this.sharedMm += mm;
    }
  }

  private onSkirt({ x, y }: Piece['a']): boolean {
    return this.isSkirt(x, y);
  }

  judgeStart({ layers, skirtCells }: SlicedFile): void {
    const [{ z, thickness, firstLine }] = layers;
    const floor = z - thickness;
    const hits = this.counts.get('hits-print') ?? 0;
    if (hits > TOLD) {
      const message = `The same happens on ${hits - TOLD} more lines.`;
      this.findings.push({ code: 'hits-print', severity: 'error', line: null, message, at: null });
    }
    if (skirtCells.length > 0 && floor > HAIR) {
      const message = `Its skirt is printed at ${z.toFixed(2)} mm, in the air beside the part.`;
      this.add('skirt-in-air', 'error', firstLine, message);
    }
    if (this.hangingMm > MAY_HANG * this.firstMm) {
      const share = Math.round((100 * this.hangingMm) / this.firstMm);
      const message = `Its first layer begins at ${floor.toFixed(2)} mm, and ${share} % of it has nothing below.`;
      this.add('nothing-below', 'error', firstLine, message);
    }
    if (this.sharedMm > SHARED_MM) {
      const message = `${this.sharedMm.toFixed(0)} mm of its lines are where another file has printed at the same height.`;
      this.add('in-one-place', 'error', firstLine, message);
    }
    if (floor > HAIR) {
      const message = `Its first layer comes at ${z.toFixed(2)} mm with first-layer settings: slow, and often without the fan.`;
      this.add('first-layer-in-air', 'note', firstLine, message);
    }
  }

  judgeEnd({ bedTarget, nozzleTarget, motorsReleased }: Machine): void {
    if (bedTarget <= 0) {
      const message =
        'It switches the bed off at the end: the part may come loose before the next file reheats the bed.';
      this.add('bed-off', 'warning', null, message);
    }
    if (nozzleTarget <= 0) {
      const message = 'It switches the nozzle off at the end, and the next file reheats it.';
      this.add('nozzle-off', 'note', null, message);
    }
    if (motorsReleased) {
      const message =
        'It switches the motors off at the end: touch nothing, and home before the next file moves.';
      this.add('motors-off', 'note', null, message);
    }
  }
}
