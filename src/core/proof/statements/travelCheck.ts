import { HAIR } from '../../tolerances';
import { Effect } from '../../gcode/effect';
import type { Machine } from '../../gcode/machine';
import { filamentArea } from '../../geometry/lineWidth';
import { forEachPiece, hasPrinted, printedWidth } from '../../geometry/movePieces';
import type { Printer } from '../../printer/printer';
import { homesInto, homingSpots, standingIn } from '../../printer/homing';
import { StandingMap } from '../../printer/standingMap';
import type { SlicedFile } from '../../read/slicedFile';
import { firstIndex } from '../../search';
import { LEADS, type Block } from '../../blocks/blocks';
import type { Copy } from '../../blocks/copies';
import type { ProofCheck } from '../proofTypes';

type ProofPrinter = Pick<Printer, 'nozzle' | 'filamentDiameter' | 'homing' | 'bed' | 'volume'>;

/**
 * Check 3 of another order than the file's, and of files that are printed together: every move of the output against
 * what stands by then. The print
 * grows in a map of heights while the output is followed, unless there is nothing to look up in it: where
 * the output only rises, no move is lower than what is printed by then.
 */
export class TravelCheck {
  private readonly map: StandingMap | null;
  private top = 0;
  /** A move went lower in an output that only rises, so that it has to be followed again with a map. */
  needsMap = false;
  private readonly area: number;
  private fault: ProofCheck | null = null;
  private copy = 0;
  private block = 0;
  private section = 0;
  private deepest = 0;
  private saidDip = 0;
  /** How high the head was after the move before, mm. */
  private lastZ = 0;

  /**
   * @param dipMm how much higher things may stand beside what is printed, mm; null to take the blocks' own
   *   words for it.
   * @param withMap whether to keep a map of heights.
   */
  constructor(
    private readonly reading: Pick<SlicedFile, 'sections' | 'footprint'>,
    private readonly printer: ProofPrinter,
    private readonly copies: readonly Copy[],
    private readonly blocks: readonly Block[],
    private readonly dipMm: number | null,
    withMap: boolean,
  ) {
    this.map = withMap ? new StandingMap(reading.footprint, printer.nozzle) : null;
    this.area = filamentArea(printer.filamentDiameter);
  }

  /** Takes the moves of the output, in its order. */
  take(machine: Machine, effect: Effect, offset: number, line: number): void {
    if (this.fault || this.needsMap) return;
    this.goTo(offset);
    const inBlock = this.blocks[this.block]?.start <= offset;
    if (effect === Effect.Home) {
      if (!inBlock) this.home(machine, line);
    } else if (hasPrinted(effect, machine) && !inBlock) this.print(machine, effect, offset, line);
    else this.travel(machine, effect, line);
    this.lastZ = machine.z;
  }

  checks(): ProofCheck[] {
    if (this.fault) return [this.fault];
    const message = `No travel crosses the print, and the nozzle dips at most ${this.deepest.toFixed(2)} mm between higher walls.`;
    return [{ check: 3, ok: true, message }];
  }

  private goTo(offset: number): void {
    const { copies, blocks } = this;
    while (this.copy < copies.length - 1 && copies[this.copy].end <= offset) this.copy++;
    for (; this.block < blocks.length && blocks[this.block].end <= offset; this.block++) {
      const { kind, dipMm } = blocks[this.block];
      if (LEADS.has(kind)) this.saidDip = dipMm;
    }
  }

  private travel(m: Machine, effect: Effect, line: number): void {
    const { map } = this;
    const z = Math.min(m.z, m.fromZ);
    if (!map) {
      this.needsMap ||= !(z >= this.top - HAIR);
      return;
    }
    forEachPiece(effect, m, (x0, y0, x1, y1) => {
      const { rise, head, through } = map.near(x0, y0, x1, y1, z);
      // Straight down the head comes as near to what stands beside it as what it prints there.
      const isUpright = x0 === x1 && y0 === y1;
      const isHit = isUpright ? through && m.z < m.fromZ : rise > 0;
      if (!isHit && !head) return;
      this.fail(
        `The travel to X ${m.x.toFixed(2)} Y ${m.y.toFixed(2)} at Z ${z.toFixed(2)} hits the print, which is ${rise.toFixed(2)} mm higher there.`,
        line,
      );
    });
  }

  /**
   * Homing leads the head across the bed, and down to it where Z is homed. Where the printer's profile says where
   * that is, it may be free; the way there is at the height where the head is.
   */
  private home({ z }: Machine, line: number): void {
    const { map, printer } = this;
    const highest = map?.highest ?? this.top;
    if (z >= highest - HAIR) return;
    // Where it ends elsewhere than at X 0 Y 0, nobody here could follow what comes next.
    const spot = printer.homing && homingSpots(printer)?.nozzle;
    const isKnown = spot?.x === 0 && spot.y === 0 && this.lastZ >= highest - HAIR;
    if (isKnown && !map) {
      this.needsMap = true;
      return;
    }
    if (isKnown && map && homesInto(printer, standingIn(map)) === null) return;
    this.fail(
      'The file homes where something is already printed, and the head would hit it.',
      line,
    );
  }

  private print(m: Machine, effect: Effect, offset: number, line: number): void {
    const { map, reading, copies } = this;
    const { sections } = reading;
    const { start, inputStart } = copies[this.copy];
    const inInput = inputStart + offset - start;
    const isHere = (one: SlicedFile['sections'][number] | undefined): boolean =>
      one !== undefined && inInput >= one.restartOffset && inInput < one.endOffset;
    if (!isHere(sections[this.section])) {
      this.section = firstIndex(sections.length, (i) => inInput < sections[i].endOffset);
    }
    const section = sections[this.section];
    // What only primes the nozzle is no part of the print.
    if (!isHere(section)) return;
    if (!map) {
      this.needsMap ||= !(m.z >= this.top - HAIR);
      this.top = Math.max(this.top, m.z);
      return;
    }
    const limit = this.dipMm ?? this.saidDip;
    const width = printedWidth(effect, m, section.thickness, this.area);
    forEachPiece(effect, m, (x0, y0, x1, y1) => {
      const { rise, head, through } = map.near(x0, y0, x1, y1, m.z);
      if (head || through || rise > limit + HAIR) {
        const where = `In layer ${section.layer}`;
        this.fail(
          through
            ? `${where} something is printed where the print is already higher.`
            : `${where} ${head ? 'the head' : 'the nozzle'} would go ${rise.toFixed(2)} mm deep between printed walls; ${limit} mm are planned.`,
          line,
        );
      }
      this.deepest = Math.max(this.deepest, rise);
      map.print(x0, y0, x1, y1, width, m.z);
    });
  }

  private fail(message: string, line: number): void {
    this.fault ??= { check: 3, ok: false, message, line };
  }
}
