import { NOT_FOLLOWED, type SlicedFile } from '../../read/slicedFile';
import { swapsOf } from '../../plan/arrangement';
import { homesInto, standingOf } from '../../printer/homing';
import { reachOf } from '../../printer/printer';
import { settingsText, stateWith } from '../../recipe/settings';
import type { MachineState } from '../../gcode/machine';
import { LEADS, type Block } from '../../blocks/blocks';
import { findCollision } from '../clearance';
import { checkMutes, standsInLift } from './muteCheck';
import { checkPlan } from './planCheck';
import { checkPromises } from './promiseCheck';
import { nameOf, type ProofCheck, type ProvenRun } from '../proofTypes';
import { describeState, stateDifferences } from './stateCheck';

/** Check 2, of the file itself: every line that moves or counts can be followed. */
export function checkFile({ findings }: Pick<SlicedFile, 'findings'>): ProofCheck[] {
  const lost = findings.find(({ code }) => NOT_FOLLOWED.has(code));
  if (!lost) return [];
  const message = `The file cannot be followed to its end. ${lost.message}`;
  return [{ check: 2, ok: false, message, ...(lost.line !== null && { line: lost.line }) }];
}

/** Checks 2 to 5 of the proof. */
export function checkBlocks(run: ProvenRun): ProofCheck[] {
  const { blocks } = run.found;
  return [
    ...blocks.flatMap((block, i) => checkState(run, block, i)),
    ...blocks.flatMap((block, i) => checkFollowed(run, block, i)),
    ...checkNumbers(run),
    ...blocks.flatMap((block, i) => checkClearance(run, block, i)),
    ...blocks.flatMap((block, i) => checkPromises(run, block, i)),
    ...checkPlan(run),
    ...checkStops(run),
    ...blocks.flatMap((block, i) => checkPlace(run, block, i)),
    ...checkMutes(run),
    checkHeaters(run),
  ];
}

/** The state that a block has to leave behind. */
function expectedState(run: ProvenRun, block: Block, i: number): MachineState {
  const { inputStates, muteAt, order } = run;
  const start = run.stateIn(block.start);
  const isOneNozzle = order.tools === 'one-nozzle';
  const input = isOneNozzle ? { ...inputStates[i], tool: start.tool } : inputStates[i];
  // A swap sets things as the file has them; other blocks leave what the swap before them set.
  if (LEADS.has(block.kind)) return stateWith(block.settings, input);
  // A call changes nothing, wherever it sounds.
  if (block.kind === 'warning') return start;
  const { nozzleTarget, fan, flowFactor, speedFactor } = start;
  // On the way from one tool to another the one nozzle has another length retracted than the file believes.
  const { retracted } = isOneNozzle ? start : input;
  const isLifted = block.kind !== 'lower' && standsInLift(run, block.start);
  const { x, y, z } = isLifted ? start : input;
  const kept = { ...input, x, y, z, nozzleTarget, fan, flowFactor, speedFactor, retracted };
  // How high a lift goes is looked at with the ways that it is for.
  if (block.kind === 'lift') return { ...kept, z: run.stateIn(block.end).z };
  const line = muteAt.get(block.end)?.after;
  if (!line) return stateWith(block.settings, kept);
  // One that stands for a line of the file goes on from what that line set.
  const { settings } = block;
  if (order.isOff.has(block.end)) return { ...kept, lineNumber: line.lineNumber, nozzleTarget: 0 };
  return stateWith(settings, {
    ...kept,
    lineNumber: line.lineNumber,
    ...(settings.nozzle !== null && { nozzleTarget: line.nozzleTarget }),
    ...(settings.fan !== null && { fan: line.fan }),
    ...(settings.flow !== null && { flowFactor: line.flowFactor }),
    ...(settings.speed !== null && { speedFactor: line.speedFactor }),
  });
}

/** There may be thousands of these, and what holds of them is said once. */
function isMany({ kind }: Block): boolean {
  return kind === 'lift' || kind === 'lower';
}

/** Check 2: the state after a block is the input's, except for what it changes on purpose. */
function checkState(run: ProvenRun, block: Block, i: number): ProofCheck[] {
  const { releaseLine } = run.traces[i];
  if (releaseLine !== null) {
    const message = `${nameOf(block)} may switch the motors off, and the head position would be lost.`;
    return [{ check: 2, ok: false, message, line: releaseLine }];
  }
  const end = run.stateIn(block.end);
  if (block.kind === 'handover') return checkHandover(run, block);
  const wrong = stateDifferences(expectedState(run, block, i), end);
  const line = block.line + block.lines - 1;
  if (wrong.length > 0) {
    const message = `After ${lower(nameOf(block))} the printer is not as before: ${wrong.join(', ')}.`;
    return [{ check: 2, ok: false, message, line }];
  }
  if (isMany(block)) return [];
  const purpose = settingsText(block.settings);
  const except = purpose === '' ? '' : `, except ${purpose} on purpose`;
  const place = block.inside ? 'In' : 'Before';
  const where = block.kind === 'swap' ? `${place} layer ${block.layer}: back` : `${nameOf(block)}:`;
  const message = `${where} at ${describeState(end)}, as in the original${except}.`;
  return [{ check: 2, ok: true, message }];
}

/** Checks 2 and 5: a file that another one follows ends hot, with the motors held and nothing let out. */
function checkHandover({ stateIn }: ProvenRun, block: Block): ProofCheck[] {
  const [from, end] = [stateIn(block.start), stateIn(block.end)];
  const name = nameOf(block);
  const line = block.line + block.lines - 1;
  if (end.nozzleTarget !== from.nozzleTarget || end.bedTarget !== from.bedTarget) {
    return [{ check: 5, ok: false, message: `${name} changes the heaters.`, line }];
  }
  if (end.motorsReleased) {
    return [{ check: 2, ok: false, message: `${name} switches the motors off.`, line }];
  }
  const message = `${name} leaves the nozzle and bed hot and the motors on, at Z ${end.z.toFixed(2)}.`;
  return [{ check: 5, ok: true, message }];
}

/** Check 2: every line of a block can be followed, and the last one says how filament counts. */
function checkFollowed({ traces }: ProvenRun, block: Block, i: number): ProofCheck[] {
  const { unknown, sinceFilamentMode } = traces[i];
  if (unknown) {
    const message = `${nameOf(block)} ${unknown.message}.`;
    return [{ check: 2, ok: false, message, line: unknown.line }];
  }
  const repeats = block.kind !== 'rewrite' && block.kind !== 'number';
  if (!repeats || sinceFilamentMode === 0) return [];
  const message = `${nameOf(block)} does not end by setting the extrusion mode (M82 or M83).`;
  return [{ check: 2, ok: false, message, line: block.line + block.lines - 1 }];
}

/** Check 2: numbered lines follow each other as in the input. */
function checkNumbers({ found, before, after, traces }: ProvenRun): ProofCheck[] {
  const bare = traces.findIndex(({ unnumbered }) => unnumbered > 0);
  if (bare >= 0) {
    const message = `${nameOf(found.blocks[bare])} has lines without numbers, in a file whose lines are numbered.`;
    return [{ check: 2, ok: false, message, line: found.blocks[bare].line }];
  }
  if (after.numberBreaks <= before.numberBreaks) return [];
  return [{ check: 2, ok: false, message: 'Line numbers do not follow each other.' }];
}

/** Check 3: nothing is hit, and filament comes out only where the nozzle waits. */
function checkClearance(run: ProvenRun, block: Block, i: number): ProofCheck[] {
  const trace = run.traces[i];
  if (trace.moves.length === 0 && trace.stops.every(({ park }) => park === null)) return [];
  const { heights, reading, inputStates, order } = run;
  const printed = order.printedBefore(block, heights, reading);
  const [start, back] = [run.stateIn(block.start), inputStates[i]];
  const homesAll = trace.homings.some(({ all }) => all);
  const head = {
    homesInto: homesAll ? homesInto(run.printer, standingOf(heights)) : null,
    head: run.printer.nozzle.head,
  };
  const collision = findCollision(trace, printed, reachOf(run.printer), back, start, head);
  const name = nameOf(block);
  if (collision) {
    const message = `${name} is not safe: ${collision.message}.`;
    return [{ check: 3, ok: false, message, line: collision.line }];
  }
  if (isMany(block)) return [];
  const top = Math.max(back.z, ...trace.moves.map(({ to }) => to.z));
  const { clears } = trace.kept;
  const park = trace.stops.find((stop) => stop.park !== null)?.park;
  const waits = park ? `, parks at X ${park.x.toFixed(2)} Y ${park.y.toFixed(2)}` : '';
  const purges = clears > 0.01 ? `, purges ${clears.toFixed(1)} mm of filament there` : '';
  const message = `${name} lifts to Z ${top.toFixed(2)}${waits}${purges}, and touches nothing.`;
  return [{ check: 3, ok: true, message }];
}

/** Check 4: as many swaps as planned, one after the other. */
function checkStops(run: ProvenRun): ProofCheck[] {
  const { found, planned, reading } = run;
  const { blocks } = found;
  const swaps = blocks.filter(({ kind }) => kind === 'swap');
  // A filament that another file begins with is loaded between the two.
  const inside = planned && swapsOf(reading, planned.arrangement).filter(({ opens }) => !opens);
  const count = inside?.length ?? swaps.at(0)?.count ?? 0;
  const fail = (message: string, line?: number): ProofCheck[] => [
    { check: 4, ok: false, message, ...(line !== undefined && { line }) },
  ];
  if (count === 0 && blocks.length === 0 && found.mutes.length === 0) {
    return fail('The output contains no swap.');
  }
  if (swaps.length !== count) {
    return fail(`${count} swaps are planned, ${swaps.length} are in the output.`);
  }
  const loads = blocks.filter(({ kind }) => kind === 'load').length;
  if (planned && loads !== (planned.loadFirst === null ? 0 : 1)) {
    return fail('The stop for the first filament is not as planned.');
  }
  const wrong = swaps.findIndex((block, i) => block.index !== i + 1 || block.count !== count);
  if (wrong < 0) return [];
  const { layer, inside: isInside, line } = swaps[wrong];
  return fail(
    `Block ${wrong + 1} should be swap ${wrong + 1} of ${count}, ${isInside ? 'in' : 'before'} layer ${layer}.`,
    line,
  );
}

/** Check 4: each block stands where it says, and stops as often as its kind does. */
function checkPlace(run: ProvenRun, block: Block, i: number): ProofCheck[] {
  const { stops, tones, macros } = run.traces[i];
  const name = nameOf(block);
  const fail = (message: string): ProofCheck[] => [
    { check: 4, ok: false, message, line: block.line },
  ];
  if (block.kind === 'rewrite' || block.kind === 'number') {
    if (!run.muteAt.has(block.end)) return fail(`${name} matches no line of the file.`);
    return stops.length === 0 ? [] : fail(`${name} stops the printer.`);
  }
  if (isMany(block) || block.kind === 'handover') {
    return stops.length === 0 && tones === 0 ? [] : fail(`${name} stops the printer.`);
  }
  if (!run.order.standsAtSection(block, run.places[i])) {
    return fail(`${name} is not right before layer ${block.layer}.`);
  }
  if (block.kind === 'hop' || block.kind === 'takeup') {
    return stops.length === 0 && tones === 0 ? [] : fail(`${name} stops the printer.`);
  }
  if (block.kind === 'warning') {
    return stops.length === 0 && tones > 0 ? [] : fail(`${name} does not just beep.`);
  }
  const calls = run.planned
    ? run.planned.recipe.kind === 'beep-only'
    : (block.promises?.stops ?? 0) === 0;
  if (calls && stops.length === 0 && tones > 0) {
    const message = `${name} beeps ${tones} times ${whereText(block)}; you press pause.`;
    return [{ check: 4, ok: true, message }];
  }
  if (stops.length !== 1 || calls) {
    return fail(`${name} stops the printer ${stops.length} times instead of once.`);
  }
  const count = block.kind === 'swap' ? ` of ${block.count}` : '';
  const message = `${name}${count} stops once (${stops[0].command}), ${whereText(block)}.`;
  const back = block.promises?.comesBack
    ? ', or that its script lifts the head before moving it away'
    : '';
  const words = [...new Set(macros)].map((macro): ProofCheck => ({
    check: 4,
    ok: true,
    message: `${name} calls ${macro}: Lamella cannot check what that does${back}.`,
  }));
  return [{ check: 4, ok: true, message }, ...words];
}

function whereText({ inside, layer }: Block): string {
  return inside ? `in layer ${layer}` : `before layer ${layer} begins`;
}

/** Check 5: heaters stay on through the blocks, and end as the input leaves them. */
function checkHeaters({ traces, after, order, found }: ProvenRun): ProofCheck {
  // One that stands for a line by which the file itself switches a tool off may do so.
  const isOff = (i: number): boolean => order.isOff.has(found.blocks[i].end);
  const cold = traces.find(({ coldLine }, i) => coldLine !== null && !isOff(i))?.coldLine ?? null;
  if (cold !== null) {
    const message = 'A block switches a heater off.';
    return { check: 5, ok: false, message, line: cold };
  }
  const [wanted, ends] = [order.end, after.state];
  const same =
    wanted.bedTarget === ends.bedTarget && wanted.nozzleTarget > 0 === ends.nozzleTarget > 0;
  if (!same) {
    return { check: 5, ok: false, message: 'The heaters do not end as in the original.' };
  }
  const off = ends.bedTarget === 0 && ends.nozzleTarget === 0;
  const message = off
    ? 'No block switches a heater off, and both are off at the end.'
    : 'No block switches a heater off. The file itself leaves a heater on at the end, as before.';
  return { check: 5, ok: true, message };
}

function lower(sentence: string): string {
  return sentence[0].toLowerCase() + sentence.slice(1);
}
