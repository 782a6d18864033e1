import type { Layer } from '../gcode/layers';
import type { Footprint } from '../geometry/raster';
import type { Swap } from '../plan/resolve';
import { reachOf, type Printer } from '../printer/printer';
import type { SimulatedPrinter } from '../printer/simulate';
import { numbersOf } from '../recipe/recipe';
import { settingsText, stateWith, type BandSettings } from '../recipe/settings';
import type { Block, BlockFinder } from './blocks';
import type { BlockTrace } from './blockTrace';
import { findCollision } from './clearance';
import type { ProofCheck, ProofGround } from './proof';
import { describeState, stateDifferences } from './stateCheck';

/** Both files as two simulated printers ran them. */
export interface ProvenRun {
  readonly found: BlockFinder;
  /** Where each block, and each line taken out, stands in the input. */
  readonly places: readonly number[];
  readonly mutePlaces: readonly number[];
  /** The input, captured at `places`. */
  readonly before: SimulatedPrinter;
  /** The output, captured at the start and the end of each block. */
  readonly after: SimulatedPrinter;
  readonly traces: readonly BlockTrace[];
  readonly printer: Printer;
  readonly planned: ProofGround['planned'];
  readonly layers: readonly Layer[];
  readonly footprint: Footprint;
}

/** Checks 2 to 5 of the proof. */
export function checkBlocks(run: ProvenRun): ProofCheck[] {
  const { blocks } = run.found;
  return [
    ...blocks.map((block, i) => checkState(run, block, i)),
    ...blocks.flatMap((block, i) => checkClearance(run, block, i)),
    ...checkStops(run),
    ...blocks.flatMap((block, i) => checkPlace(run, block, i)),
    ...checkMutes(run),
    checkHeaters(run),
  ];
}

/** `Swap 2`, `The warning before layer 9`: a block as the start of a sentence. */
function nameOf({ kind, index, layer }: Block): string {
  switch (kind) {
    case 'swap':
      return `Swap ${index}`;
    case 'warning':
      return `The warning before layer ${layer}`;
    case 'load':
      return 'The stop for the first filament';
    case 'heat':
      return `The temperature in layer ${layer}`;
  }
}

/** Check 2: the state after a block is the input's, except for what it changes on purpose. */
function checkState({ before, after, traces }: ProvenRun, block: Block, i: number): ProofCheck {
  const { releaseLine } = traces[i];
  if (releaseLine !== null) {
    const message = `${nameOf(block)} lets go of the motors, and the place of the head is lost.`;
    return { check: 2, ok: false, message, line: releaseLine };
  }
  const [start, end] = [after.captured[2 * i], after.captured[2 * i + 1]];
  // A swap sets things as the file has them; other blocks leave what the swap before them set.
  const base = block.kind === 'swap' ? before.captured[i] : start;
  const differences = stateDifferences(stateWith(block.settings, base), end);
  const moved = block.kind === 'swap' ? [] : positionDifferences(before.captured[i], end);
  const wrong = [...differences, ...moved];
  const line = block.line + block.lines - 1;
  if (wrong.length > 0) {
    const message = `After ${lower(nameOf(block))} the printer is not as it was: ${wrong.join(', ')}.`;
    return { check: 2, ok: false, message, line };
  }
  const purpose = settingsText(block.settings);
  const except = purpose === '' ? '' : `, except ${purpose} on purpose`;
  const where = block.kind === 'swap' ? `Before layer ${block.layer}: back` : `${nameOf(block)}:`;
  return {
    check: 2,
    ok: true,
    message: `${where} at ${describeState(end)}, as in the original${except}.`,
  };
}

/** Places must be the input's, whatever a swap before has set. */
function positionDifferences(
  expected: Parameters<typeof stateDifferences>[0],
  found: Parameters<typeof stateDifferences>[1],
): string[] {
  const { nozzleTarget, fan, flowFactor, speedFactor } = found;
  return stateDifferences({ ...expected, nozzleTarget, fan, flowFactor, speedFactor }, found);
}

/** Rounding of lengths of filament in a block, mm. */
const PUSH_ROUNDING = 0.05;

/** Check 3: nothing is hit, and filament comes out only where the nozzle waits. */
function checkClearance(run: ProvenRun, block: Block, i: number): ProofCheck[] {
  const trace = run.traces[i];
  if (trace.moves.length === 0 && trace.stops.every(({ park }) => park === null)) return [];
  const printed = { footprint: run.footprint, layers: run.layers, layer: block.layer };
  const collision = findCollision(trace, printed, reachOf(run.printer), run.before.captured[i]);
  const name = nameOf(block);
  if (collision) {
    const message = `${name} is not safe: ${collision.message}.`;
    return [{ check: 3, ok: false, message, line: collision.line }];
  }
  const top = Math.max(run.before.captured[i].z, ...trace.moves.map(({ to }) => to.z));
  const pushed = trace.moves.reduce((sum, move) => sum + move.pushed, 0);
  const wanted = plannedPush(run, block, run.before.captured[i].retracted);
  if (wanted !== null && Math.abs(pushed - wanted) > PUSH_ROUNDING) {
    const message = `${name} pushes ${pushed.toFixed(1)} mm of filament out instead of ${wanted.toFixed(1)} mm.`;
    return [{ check: 3, ok: false, message, line: block.line }];
  }
  const park = trace.stops.find((stop) => stop.park !== null)?.park;
  const waits = park ? `, waits at X ${park.x.toFixed(2)} Y ${park.y.toFixed(2)}` : '';
  const purges = pushed > 0.01 ? `, pushes ${pushed.toFixed(1)} mm of filament there` : '';
  const message = `${name} lifts to Z ${top.toFixed(2)}${waits}${purges}, and touches nothing.`;
  return [{ check: 3, ok: true, message }];
}

/** Filament that a spelled-out swap is to push out, mm; null when that is the firmware's. */
function plannedPush({ planned, printer }: ProvenRun, block: Block, held: number): number | null {
  if (planned?.recipe.kind !== 'spelled-out' || block.kind !== 'swap') return null;
  const { unload, load, purge, retract } = numbersOf(planned.recipe, printer);
  const own = planned.swaps[block.index - 1]?.purge ?? purge;
  return own + Math.max(0, load - unload - held - retract);
}

/** Check 4: as many swaps as planned, one after the other. */
function checkStops({ found: { blocks }, planned }: ProvenRun): ProofCheck[] {
  const swaps = blocks.filter(({ kind }) => kind === 'swap');
  const count = planned?.swaps.length ?? swaps[0]?.count ?? 0;
  const fail = (message: string, line?: number): ProofCheck[] => [
    { check: 4, ok: false, message, ...(line !== undefined && { line }) },
  ];
  if (count === 0) return fail('The output holds no swap.');
  if (swaps.length !== count) {
    return fail(`${count} swaps are planned, ${swaps.length} are in the output.`);
  }
  const loads = blocks.filter(({ kind }) => kind === 'load').length;
  if (planned && loads !== (planned.loadFirst === null ? 0 : 1)) {
    return fail('The stop for the first filament is not as planned.');
  }
  const wrong = swaps.findIndex((block, i) => !isAsPlanned(block, i, count, planned?.swaps[i]));
  if (wrong < 0) return [];
  const layer = planned?.swaps[wrong].layer ?? swaps[wrong].layer;
  return fail(
    `Block ${wrong + 1} should be swap ${wrong + 1} of ${count}, before layer ${layer}.`,
    swaps[wrong].line,
  );
}

function isAsPlanned(block: Block, i: number, count: number, swap: Swap | undefined): boolean {
  if (block.index !== i + 1 || block.count !== count) return false;
  if (!swap) return true;
  return block.layer === swap.layer && sameSettings(block.settings, swap.settings);
}

function sameSettings(a: BandSettings, b: BandSettings): boolean {
  return settingsText(a) === settingsText(b);
}

/** Check 4: each block stands where it says, and stops as often as its kind does. */
function checkPlace(run: ProvenRun, block: Block, i: number): ProofCheck[] {
  const { stops, tones } = run.traces[i];
  const name = nameOf(block);
  const fail = (message: string): ProofCheck[] => [
    { check: 4, ok: false, message, line: block.line },
  ];
  if (block.kind === 'heat') {
    return stops.length === 0 ? [] : fail(`${name} stops the printer.`);
  }
  const target = run.layers[block.layer - 1];
  const from = block.layer === 1 ? 0 : target?.travelOffset;
  const place = run.places[i];
  if (!target || place > target.firstOffset || place < from) {
    return fail(`${name} does not stand right before layer ${block.layer}.`);
  }
  if (block.kind === 'warning') {
    return stops.length === 0 && tones > 0 ? [] : fail(`${name} does not just beep.`);
  }
  const calls = run.planned ? run.planned.recipe.kind === 'beep-only' : stops.length === 0;
  if (calls && stops.length === 0 && tones > 0) {
    const message = `${name} beeps ${tones} times before layer ${block.layer} begins; you press pause.`;
    return [{ check: 4, ok: true, message }];
  }
  if (stops.length !== 1 || calls) {
    return fail(`${name} stops the printer ${stops.length} times instead of once.`);
  }
  const count = block.kind === 'swap' ? ` of ${block.count}` : '';
  const message = `${name}${count} stops once (${stops[0].command}), before layer ${block.layer} begins.`;
  return [{ check: 4, ok: true, message }];
}

/** Check 4, the other way round: only stops were taken out, and temperatures that were replaced. */
function checkMutes({ found, mutePlaces, before }: ProvenRun): ProofCheck[] {
  const stops = new Map(before.stops.map((stop) => [stop.offset, stop]));
  return found.mutes.map(({ line, start }, i): ProofCheck => {
    const stop = stops.get(mutePlaces[i]);
    if (stop) {
      const message = `The file’s own stop on line ${stop.line} (${stop.command}) is taken out.`;
      return { check: 4, ok: true, message };
    }
    const replaced = found.blocks.find(({ kind, end }) => kind === 'heat' && end === start);
    if (!replaced) {
      return { check: 4, ok: false, message: 'A line was taken out that is no stop.', line };
    }
    const message = `A temperature of the file in layer ${replaced.layer} is replaced by ${replaced.settings.nozzle} °C.`;
    return { check: 4, ok: true, message };
  });
}

/** Check 5: heaters stay on through the blocks, and end as the input leaves them. */
function checkHeaters({ traces, before, after }: ProvenRun): ProofCheck {
  const cold = traces.find(({ coldLine }) => coldLine !== null)?.coldLine ?? null;
  if (cold !== null) {
    const message = 'A block switches a heater off.';
    return { check: 5, ok: false, message, line: cold };
  }
  const [wanted, found] = [before.state, after.state];
  const same =
    wanted.bedTarget === found.bedTarget && wanted.nozzleTarget > 0 === found.nozzleTarget > 0;
  if (!same) {
    return { check: 5, ok: false, message: 'The heaters do not end as in the original.' };
  }
  const off = found.bedTarget === 0 && found.nozzleTarget === 0;
  const message = off
    ? 'No block switches a heater off, and both are off at the end.'
    : 'No block switches a heater off. The file itself leaves a heater on at the end, as it did before.';
  return { check: 5, ok: true, message };
}

function lower(sentence: string): string {
  return sentence[0].toLowerCase() + sentence.slice(1);
}
