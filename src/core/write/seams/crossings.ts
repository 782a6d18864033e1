import type { ByteSource } from '../../byteSource';
import { Effect } from '../../gcode/effect';
import { Machine, type MachineState } from '../../gcode/machine';
import { obeyLines } from '../../gcode/obey';
import { stateBeforeMove } from '../../gcode/stateBeforeMove';
import { LF, Words } from '../../gcode/lines/words';
import { filamentArea } from '../../geometry/lineWidth';
import { forEachPiece, hasPrinted, isCurve, printedWidth } from '../../geometry/movePieces';
import type { Printer } from '../../printer/printer';
import { StandingMap } from '../../printer/standingMap';
import type { SlicedFile } from '../../read/slicedFile';
import type { Place } from '../../blocks/insertion';
import { onlyRises } from '../rising';

/**
 * Ways of a file that would cross what another file has printed, one after another without anything printed
 * between: the head goes over all that stands before them, and comes down again behind.
 */
export interface Crossing {
  /** Before its first line, and behind its last one. */
  readonly begin: Place;
  readonly end: Place;
  readonly from: MachineState;
  readonly to: MachineState;
  /** Height of the tallest thing printed by then, mm. */
  readonly printedTop: number;
  /** The last line, when it names a height and so cannot stay: the block behind stands for it. */
  readonly sloped: SlopedLine | null;
}

/** A line that goes up or down on its way, and how much filament it pulls back, mm. */
interface SlopedLine extends Place {
  readonly pulls: number;
}

/** Where a stretch of the input begins that is copied in one go, and the state in which it does. */
export interface StartOfRun extends Place {
  readonly state: MachineState;
  readonly end: number;
}

const CHUNK = 1 << 20;

/**
 * Finds the crossing ways of an output, in its order. Where nothing is printed lower than what is printed
 * before it, none are looked for: a file's own ways keep above its own layer.
 * @param runs the stretches of the input that it copies.
 */
export async function findCrossings(
  input: ByteSource,
  reading: Pick<SlicedFile, 'sections' | 'footprint'>,
  runs: readonly StartOfRun[],
  { nozzle, filamentDiameter }: Pick<Printer, 'nozzle' | 'filamentDiameter'>,
): Promise<Crossing[]> {
  if (onlyRises(reading, runs)) return [];
  const map = new StandingMap(reading.footprint, nozzle);
  const finder = new CrossingFinder(map, reading, filamentArea(filamentDiameter));
  for (const { state, line, offset, end } of runs) {
    finder.begin(state, line);
    for (let at = offset; at < end;) at = await finder.follow(input, at, Math.min(end, at + CHUNK));
    finder.close();
  }
  return finder.found;
}

/** A crossing that may go on. */
type OpenCrossing = { -readonly [K in keyof Crossing]: Crossing[K] };

class CrossingFinder {
  readonly found: Crossing[] = [];
  private machine = new Machine();
  private readonly words = new Words();
  private line = 1;
  private open: OpenCrossing | null = null;
  /** Place among the sections of what is printed. */
  private at = 0;

  constructor(
    private readonly map: StandingMap,
    private readonly reading: Pick<SlicedFile, 'sections'>,
    private readonly area: number,
  ) {}

  begin(state: MachineState, line: number): void {
    this.machine = Machine.from(state);
    this.line = line;
    this.at = 0;
  }

  close(): void {
    if (this.open) this.found.push(this.open);
    this.open = null;
  }

  /** Follows whole lines from `start` on; answers where it came to. */
  async follow(input: ByteSource, start: number, end: number): Promise<number> {
    const bytes = await input.slice(start, end);
    // A line longer than a chunk is none that moves.
    const length = (end < input.size && bytes.lastIndexOf(LF) + 1) || bytes.length;
    const after = (effect: Effect, at: number, next: number): void => {
      this.take(effect, start + at, start + next);
      this.line++;
    };
    obeyLines(this.machine, this.words, bytes, length, { after });
    return start + length;
  }

  private take(effect: Effect, start: number, next: number): void {
    const { machine: m, words } = this;
    if (effect !== Effect.Line && effect !== Effect.Curve) {
      if (words.letter !== 0 || words.macro) this.close();
      return;
    }
    if (hasPrinted(effect, m)) {
      this.close();
      this.print(effect, start);
      return;
    }
    const sideways = isCurve(effect, m) || m.x !== m.fromX || m.y !== m.fromY;
    const sloped = words.names('Z');
    // Up, down, or filament alone: there a way ends.
    if (!sideways) return this.close();
    if (this.crosses(effect)) {
      const here = { offset: start, line: this.line };
      const behind = { offset: next, line: this.line + 1 };
      this.open ??= this.opened(here);
      this.open.end = behind;
      this.open.to = m.capture();
      if (sloped) this.open.sloped = { ...here, pulls: m.retracted - m.fromRetracted };
    }
    if (sloped) this.close();
  }

  private opened(begin: Place): OpenCrossing {
    const { machine, map } = this;
    const from = stateBeforeMove(machine);
    return { begin, end: begin, from, to: from, printedTop: map.highest, sloped: null };
  }

  private crosses(effect: Effect): boolean {
    const { machine: m, map } = this;
    const z = Math.min(m.z, m.fromZ);
    let found = false;
    forEachPiece(effect, m, (x0, y0, x1, y1) => {
      const { rise, head } = map.near(x0, y0, x1, y1, z);
      found ||= rise > 0 || head;
    });
    return found;
  }

  private print(effect: Effect, start: number): void {
    const { machine: m, map, reading } = this;
    const { sections } = reading;
    while (this.at < sections.length && start >= sections[this.at].endOffset) this.at++;
    // What only primes the nozzle is no part of the print, and no higher than a first layer.
    if (this.at === sections.length || start < sections[this.at].restartOffset) return;
    const width = printedWidth(effect, m, sections[this.at].thickness, this.area);
    forEachPiece(effect, m, (x0, y0, x1, y1) => map.print(x0, y0, x1, y1, width, m.z));
  }
}
