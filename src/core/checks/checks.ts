import type { PlanNote } from '../plan/work/notes';
import { CHECK_LEVELS, type Check, type CheckLevel } from './check';
import { bandChecks } from './bandChecks';
import { fileChecks } from './fileChecks';
import { isOfFile, type CheckInputs } from './inputs';
import { printerChecks } from './printerChecks';
import { joinedChecks } from './joinedChecks';
import { partChecks } from './partChecks';
import { spoolChecks } from './spoolChecks';
import { timeChecks } from './timeChecks';

/** Everything to know before a plan is printed, worst first, and then from the bed up. */
export function checksOf(inputs: CheckInputs, notes: readonly PlanNote[]): Check[] {
  const checks = [
    ...fileChecks(inputs),
    ...printerChecks(inputs),
    ...bandChecks(inputs, notes),
    ...partChecks(inputs),
    ...(isOfFile(inputs) ? joinedChecks(inputs) : []),
    ...spoolChecks(inputs),
    ...timeChecks(inputs),
  ];
  return worstFirst(checks);
}

/** Checks in the order in which they are told: the worst first, then from the bed up. */
export function worstFirst(checks: readonly Check[]): Check[] {
  return checks.toSorted(
    (a, b) =>
      CHECK_LEVELS.indexOf(a.level) - CHECK_LEVELS.indexOf(b.level) ||
      (a.layer ?? 0) - (b.layer ?? 0),
  );
}

/** The worst level among checks that the person has not said to know; null when there is none. */
export function worstLevel(
  checks: readonly Check[],
  known: ReadonlySet<string>,
): CheckLevel | null {
  const open = checks.filter(({ id, level }) => level === 'will-fail' || !known.has(id));
  return CHECK_LEVELS.find((level) => open.some((check) => check.level === level)) ?? null;
}
