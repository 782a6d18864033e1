import { sourceLine } from '../../read/sourceLine';
import { Effect } from '../../gcode/effect';
import { waitsForSomebody } from '../../gcode/stopCommands';
import { settingName } from '../../gcode/settingName';
import type { ObeyedLine } from '../../printer/simulate';
import { firstIndex } from '../../search';
import { plainName } from '../../blocks/blocks';
import { settingsText } from '../../recipe/settings';
import type { OutputRequest } from '../../write/request/request';
import { rewritesOf } from '../../write/rewrites';
import type { ProofCheck } from '../proofTypes';
import type { MutedLine } from '../mutedLine';
import type { ProvenRun } from '../proofTypes';

/** Takes down what a line did. */
export function mutedLine({ machine, words, effect, line, text }: ObeyedLine): MutedLine {
  return {
    line,
    text,
    isStop: waitsForSomebody(effect, machine),
    isTravel: isTravel(effect, machine),
    what: settingName(words, effect, machine),
    after: machine.capture(),
  };
}

/** A move without filament that comes out. */
function isTravel(effect: Effect, machine: ObeyedLine['machine']): boolean {
  if (effect === Effect.Curve && machine.curve.valid) return !machine.extrudedOnCurve;
  return (effect === Effect.Line || effect === Effect.Curve) && !machine.extruded;
}

/**
 * Check 4, the other way round: of the file only stops were taken out, each asked for, and settings
 * that others were written in place of.
 */
export function checkMutes(run: ProvenRun): ProofCheck[] {
  const { found, muted, planned } = run;
  const endingAt = new Map(found.blocks.map((block, i) => [block.end, i]));
  const fail = (message: string, line?: number): ProofCheck => ({
    check: 4,
    ok: false,
    message,
    ...(line !== undefined && { line }),
  });
  const asked = planned && new Set(planned.takeOut.map(({ line }) => line));
  const all = found.mutes.map((mute, i): ProofCheck => {
    const one = muted.at(i);
    if (!one) return fail('Something was removed that is not a line of the file.', mute.line);
    if (one.isStop) {
      if (asked && !asked.has(one.line)) {
        return fail(`The stop ${one.text} was removed without being planned.`, mute.line);
      }
      const message = `The file’s own stop on line ${one.line} (${one.text}) is removed.`;
      return { check: 4, ok: true, message };
    }
    if (run.order.isToolLine(i)) return { check: 4, ok: true, message: '' };
    if (one.isTravel && standsInLift(run, mute.end)) return { check: 4, ok: true, message: '' };
    const index = endingAt.get(mute.start);
    const standIn = index === undefined ? undefined : found.blocks[index];
    if (index === undefined || standIn?.kind !== 'rewrite' || !standsFor(run, index, one)) {
      return fail(`A line was removed that is not a stop: ${one.text}.`, mute.line);
    }
    const place = sourceLine(run.reading, one.line);
    const message = `Line ${place.line} of ${place.file ?? 'the file'} (${one.text}) is replaced for ${standIn.filament}.`;
    return { check: 4, ok: true, message };
  });
  const checks = all.filter(({ message }) => message !== '');
  const out = new Set(muted.map(({ line }) => line));
  // One on a travel that is left out is gone with it.
  const isThere = (offset: number): boolean => run.order.isCopied(offset);
  const kept = planned?.takeOut.find(({ line, offset }) => !out.has(line) && isThere(offset));
  if (kept) checks.push(fail(`The stop ${kept.command} on line ${kept.line} should be removed.`));
  const lost = asked && lostStop(run, asked);
  if (lost) checks.push(fail(`The stop ${lost} of the file is missing.`));
  if (planned) checks.push(...checkRewrites(run, planned).map((message) => fail(message)));
  return checks;
}

/** A stop on a travel between sections that stays, and is left out with the travel. */
function lostStop({ reading, order }: ProvenRun, asked: ReadonlySet<number>): string | null {
  const { sections, sources, stops } = reading;
  const begins = new Set(sources.map(({ firstSection }) => firstSection));
  const isOnTravel = (offset: number): boolean =>
    sections.some(({ travelOffset, restartOffset }, i) => {
      return !begins.has(i) && offset >= travelOffset && offset < restartOffset;
    });
  const lost = stops.find(
    ({ line, offset }) => !asked.has(line) && !order.isCopied(offset) && isOnTravel(offset),
  );
  return lost?.command ?? null;
}

/** What stands for settings of the file otherwise than planned, in sentences. */
function checkRewrites(
  { found, muteAt, reading, traces }: ProvenRun,
  planned: OutputRequest,
): string[] {
  const wanted = new Map(rewritesOf(reading, planned).map((one) => [one.setting.line, one]));
  const wrong: string[] = [];
  let there = 0;
  for (const [i, block] of found.blocks.entries()) {
    const line = block.kind === 'rewrite' ? muteAt.get(block.end)?.line : undefined;
    const rewrite = line === undefined ? undefined : wanted.get(line);
    if (!rewrite) continue;
    there++;
    const { setting, settings, value } = rewrite;
    const isAsPlanned =
      setting.what === 'remaining'
        ? traces[i].shown.every((text) => minutesIn(text) === value)
        : settingsText(settings) === settingsText(block.settings);
    if (!isAsPlanned || block.filament !== plainName(rewrite.filament)) {
      wrong.push(`The replacement of line ${setting.line} of the file is not as planned.`);
    }
  }
  if (there !== wanted.size) wrong.push('Not all settings of the file are replaced as planned.');
  return wrong;
}

/** The time left that a line shows, minutes. */
function minutesIn(line: string): number {
  return Number(/R\s*([\d.]+)/i.exec(line)?.[1]);
}

/** Behind a lift and before its travel down, which leads to where the file has the head then. */
export function standsInLift({ lifts }: Pick<ProvenRun, 'lifts'>, at: number): boolean {
  const next = firstIndex(lifts.length, (i) => lifts[i].start >= at);
  return lifts[next]?.kind === 'lower' && lifts[next - 1]?.kind === 'lift';
}

/** A block in the place of a line sets the same thing as that line, and nothing else. */
function standsFor(
  { found, traces, order }: ProvenRun,
  i: number,
  { what, text }: MutedLine,
): boolean {
  const { settings } = found.blocks[i];
  if (what === null) return false;
  if (what !== 'remaining') return settings[what] !== null;
  // A time left may only grow, by what the swaps take, unless the order is another one; the rest stays.
  const { shown } = traces[i];
  if (shown.length !== 1) return false;
  const rest = (line: string): string => line.toUpperCase().replace(/R\s*[\d.]+|\s/g, '');
  const mayShrink = !order.asFile;
  const grows = mayShrink || minutesIn(shown[0]) >= minutesIn(text);
  return rest(shown[0]) === rest(text) && grows;
}
