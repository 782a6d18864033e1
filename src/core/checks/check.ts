import type { JobPlan } from '../plan/jobPlan';
import type { CheckCode } from './catalogue';

/** How bad it is, worst first. */
export const CHECK_LEVELS = ['will-fail', 'may-fail', 'good-to-know'] as const;
export type CheckLevel = (typeof CHECK_LEVELS)[number];

/** What helps: another plan, or a place to go to. */
export type CheckFix =
  | { readonly kind: 'plan'; readonly label: string; readonly plan: JobPlan }
  | {
      readonly kind: 'go';
      readonly label: string;
      readonly to: 'read' | 'plan' | 'recipe' | 'printers' | 'filaments' | 'leftovers';
    };

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

/** Makes a check; its id comes from its code and its layer. */
export function checkOf(
  code: CheckCode,
  level: CheckLevel,
  sentence: string,
  { layer = null, fix = null }: { layer?: number | null; fix?: CheckFix | null } = {},
): Check {
  const id = layer === null ? code : `${code}:${layer}`;
  return { id, code, level, sentence, layer, fix };
}
