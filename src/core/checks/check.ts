import type { JobPlan } from '../plan/jobPlan';
import { CHECKS, type CheckCode, type CheckHelp } from './catalogue';

/** How bad it is, worst first. */
export const CHECK_LEVELS = ['will-fail', 'may-fail', 'good-to-know'] as const;
export type CheckLevel = (typeof CHECK_LEVELS)[number];

/** What helps: a change of the plan, or a place to go to. */
export type CheckFix = PlanFix | CheckHelp;

/** A change of the plan that helps. */
export interface PlanFix {
  readonly kind: 'plan';
  readonly label: string;
  readonly edit: (plan: JobPlan) => JobPlan;
}

/** Something to know before pressing start. */
export interface Check {
  /** Its code, and its layer when it belongs to one: stays the same while it is about the same thing. */
  readonly id: string;
  readonly code: CheckCode;
  readonly level: CheckLevel;
  /** What is so, in one sentence. */
  readonly sentence: string;
  /** The layer that it is about; null for the print as a whole. */
  readonly layer: number | null;
  /** When it happens; null for what has no time. */
  readonly at: Date | null;
  readonly fix: CheckFix | null;
}

/** Makes a check; its id comes from its code and its layer, and its kind knows where to go without a fix. */
export function checkOf(
  code: CheckCode,
  level: CheckLevel,
  sentence: string,
  { layer = null, at = null, fix }: Partial<Pick<Check, 'layer' | 'at' | 'fix'>> = {},
): Check {
  const id = layer === null ? code : `${code}:${layer}`;
  return { id, code, level, sentence, layer, at, fix: fix ?? CHECKS[code].help ?? null };
}
