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
 * A travel of a file that would cross what stands by then, which it knows nothing of: the head goes over it, and comes
 * down again where the travel is clear. Whatever stands between the moves of a travel does not end it.
 */
export interface Crossing {
  /** Before its first line that crosses, and where the head may come down. */
  readonly begin: Place;
  readonly end: Place;
  readonly from: MachineState;
  readonly to: MachineState;
  /** Height of the tallest thing printed by then, mm. */
  readonly printedTop: number;
  /** Lines that name a height and so cannot stay: the block behind stands for them. */
  readonly sloped: readonly Place[];
  /** Some of these go sideways, so that the head has to be led to the end. */
  readonly leads: boolean;
  /** How much filament they retract together, mm. */
  readonly retracts: number;
}

/** Where a stretch of the input begins that is copied in one go, and the state in which it does. */
export interface StartOfRun extends Place {
  readonly state: MachineState;
  readonly end: number;
}

const CHUNK = 1 << 20;

/** What ends a travel, but for printing: the head is where somebody wants it, or nobody knows where. */
const ENDS: ReadonlySet<Effect> = new Set([Effect.Home, Effect.Probe, Effect.Stop, Effect.Unknown]);

/**
 * Finds the crossing travels of an output, in its order. Where nothing is printed lower than what is printed
 * before it, none are looked for: a file's own travels keep above its own layer.
 * @param runs the stretches of the input that it copies.
 * @param blocksAt where blocks stand in them that begin and end where the file has the head.
 */
export async function findCrossings(
  input: ByteSource,
  reading: Pick<SlicedFile, 'sections' | 'footprint'>,
  runs: readonly StartOfRun[],
  { nozzle, filamentDiameter }: Pick<Printer, 'nozzle' | 'filamentDiameter'>,
  blocksAt: ReadonlySet<number>,
): Promise<Crossing[]> {
  if (onlyRises(reading, runs)) return [];
  const map = new StandingMap(reading.footprint, nozzle);
  const finder = new CrossingFinder(map, reading, filamentArea(filamentDiameter), blocksAt);
  for (const { state, line, offset, end } of runs) {
    finder.begin(state, line);
    for (let at = offset; at < end;) at = await finder.follow(input, at, Math.min(end, at + CHUNK));
    finder.close();
  }
  return finder.found;
}

/** A crossing that may go on, and what of the travel behind it would be taken along. */
interface OpenCrossing {
  found: Crossing;
  readonly sloped: Place[];
  leads: boolean;
  retracts: number;
  /** Where it has come to, something stands higher than the head. */
  blocked: boolean;
}

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
    private readonly blocksAt: ReadonlySet<number>,
  ) {}

  begin(state: MachineState, line: number): void {
    this.machine = Machine.from(state);
    this.line = line;
    this.at = 0;
  }

  close(): void {
    if (this.open) this.found.push(this.open.found);
    this.open = null;
  }

  /** Follows whole lines from `start` on; answers where it came to. */
  async follow(input: ByteSource, start: number, end: number): Promise<number> {
    const bytes = await input.slice(start, end);
    // A line longer than a chunk does not move.
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
    if (this.blocksAt.has(start)) this.close();
    if (effect !== Effect.Line && effect !== Effect.Curve) {
      if (ENDS.has(effect)) this.close();
      return;
    }
    if (hasPrinted(effect, m)) {
      this.close();
      this.print(effect, start);
      return;
    }
    const sideways = isCurve(effect, m) || m.x !== m.fromX || m.y !== m.fromY;
    const here = { offset: start, line: this.line };
    const crosses = sideways && this.crosses(effect);
    if (crosses) this.open ??= this.opened(here);
    const { open } = this;
    if (!open) return;
    if (words.names('Z')) {
      open.sloped.push(here);
      open.leads ||= sideways;
      open.retracts += m.retracted - m.fromRetracted;
    }
    // Where something stands the head cannot come down.
    if (!crosses && open.found.end !== open.found.begin && !open.blocked) return;
    this.goOn(open, { offset: next, line: this.line + 1 });
  }

  /** The crossing goes on up to here. */
  private goOn(open: OpenCrossing, end: Place): void {
    const { machine: m } = this;
    const { sloped, leads, retracts } = open;
    open.found = { ...open.found, end, to: m.capture(), sloped: [...sloped], leads, retracts };
    open.blocked = this.isOver(m);
  }

  private opened(begin: Place): OpenCrossing {
    const { machine, map } = this;
    const from = stateBeforeMove(machine);
    const none = { sloped: [], leads: false, retracts: 0 };
    const found = { begin, end: begin, from, to: from, printedTop: map.highest, ...none };
    return { found, sloped: [], leads: false, retracts: 0, blocked: false };
  }

  /** Whether the head stands lower than something below it. */
  private isOver({ x, y, z }: Machine): boolean {
    const { through, head } = this.map.near(x, y, x, y, z);
    return through || head;
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
