import type { ByteSource } from '../byteSource';
import type { Reading } from '../gcode/reading';
import { LineStream } from '../gcode/lineStream';
import { Effect } from '../gcode/effect';
import { Machine } from '../gcode/machine';
import { describeStop } from '../gcode/stops';
import { scanLine } from '../gcode/scan';
import { Words } from '../gcode/words';
import { strToU8 } from 'fflate';
import { stateAt } from '../printer/stateAt';
import { emptyTrace, traceLine, type BlockTrace, type NozzlePoint } from './blockTrace';
import { reachOf } from '../printer/printer';
import { NO_SETTINGS, stateWith } from '../recipe/settings';
import { findCollision } from './clearance';
import type { Insertion, OutputRequest } from './insert';
import { stateDifferences } from './stateCheck';

/** The way of the nozzle round a swap, machine mm: from the old colour's end to the new one's start. */
export interface SwapRoute {
  readonly layer: number;
  /** Where the old colour ends, where the swap begins, and where the new colour starts. */
  readonly oldEnd: NozzlePoint;
  readonly stop: NozzlePoint;
  readonly newStart: NozzlePoint;
  /** Places that the swap itself goes to, in order; empty when the firmware moves by itself. */
  readonly moves: readonly NozzlePoint[];
  /** Where it waits; null when the firmware chooses the place. */
  readonly park: NozzlePoint | null;
}

/** What following a swap's block found. */
export interface DryRun {
  readonly route: SwapRoute;
  /** Why the proof would not hold, in a sentence; null when nothing stands against it. */
  readonly trouble: string | null;
}

/** Follows a swap's block from the place where it stands, without the rest of the file. */
export async function dryRun(
  input: ByteSource,
  { layers, footprint }: Pick<Reading, 'layers' | 'footprint'>,
  { swaps, printer }: Pick<OutputRequest, 'swaps' | 'printer'>,
  insertion: Insertion,
): Promise<DryRun | null> {
  const layer = layers[(insertion.title?.layer ?? 0) - 1];
  if (!layer) return null;
  const state = await stateAt(input, layers, insertion.offset);
  const machine = Machine.from(state, printer.stopWords);
  const words = new Words();
  const trace = emptyTrace();
  const stream = new LineStream((bytes, end) => {
    for (let at = 0; at < end;) {
      at = scanLine(bytes, at, end, words);
      const effect = machine.execute(words, bytes);
      const stop = effect === Effect.Stop ? describeStop(words, bytes) : '';
      traceLine(trace, { machine, words, effect, line: 0, stop });
    }
  });
  stream.push(strToU8(insertion.commands.map(({ command }) => `${command}\n`).join('')));
  stream.finish();
  const point = ({ x, y, z }: NozzlePoint): NozzlePoint => ({ x, y, z });
  const route: SwapRoute = {
    layer: layer.number,
    oldEnd: point(await stateAt(input, layers, layer.travelOffset)),
    stop: point(state),
    newStart: point(layer.state),
    moves: trace.moves.map(({ to }) => point(to)),
    park: trace.stops.find(({ park }) => park !== null)?.park ?? null,
  };
  const printed = { footprint, layers, layer: layer.number };
  const collision = findCollision(trace, printed, reachOf(printer), state);
  const swap = swaps.find((one) => one.layer === layer.number);
  const wanted = stateWith(swap?.settings ?? NO_SETTINGS, state);
  const differences = stateDifferences(wanted, machine.capture());
  const trouble = troubleIn(trace, collision?.message ?? null, differences);
  return { route, trouble: trouble && `The swap before layer ${layer.number} ${trouble}.` };
}

/** What is wrong with a block, as the end of a sentence; null when nothing is. */
function troubleIn(
  { releaseLine, coldLine, stops }: BlockTrace,
  collision: string | null,
  differences: readonly string[],
): string | null {
  if (collision !== null) return `is not safe: ${collision}`;
  if (releaseLine !== null) return 'lets go of the motors, and the place of the head is lost';
  if (coldLine !== null) return 'switches a heater off';
  if (differences.length > 0) return `does not put everything back: ${differences.join(', ')}`;
  return stops.length > 1 ? `stops the printer ${stops.length} times` : null;
}
