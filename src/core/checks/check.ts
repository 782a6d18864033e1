import type { JobPlan } from '../plan/jobPlan';
import { CHECKS, type CheckCode, type CheckHelp } from './catalogue';

/** How bad it is, worst first. */
export const CHECK_LEVELS = ['will-fail', 'may-fail', 'good-to-know'] as const;
export type CheckLevel = (typeof CHECK_LEVELS)[number];

/** What helps: another plan, or a place to go to. */
export type CheckFix =
  { readonly kind: 'plan'; readonly label: string; readonly plan: JobPlan } | CheckHelp;

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
  readonly fix: CheckFix | null;
}

/** Makes a check; its id comes from its code and its layer, and its kind knows where to go without a fix. */
export function checkOf(
  code: CheckCode,
  level: CheckLevel,
  sentence: string,
  { layer = null, fix }: { layer?: number | null; fix?: CheckFix | null } = {},
): Check {
  const id = layer === null ? code : `${code}:${layer}`;
  return { id, code, level, sentence, layer, fix: fix ?? CHECKS[code].help ?? null };
}
