import { number, string } from 'yup';

/** The number typed, a comma read as a point; null for nothing, NaN for what is no number. */
function numberOf(typed: unknown): unknown {
  if (typeof typed !== 'string') return typed;
  const trimmed = typed.trim().replace(',', '.');
  return trimmed === '' ? null : Number(trimmed);
}

interface NumberRange {
  readonly least: number;
  readonly most: number;
  /** Only whole numbers are taken. */
  readonly isWhole?: boolean;
}

function ranged({ least, most, isWhole = false }: NumberRange) {
  const words = `Enter a ${isWhole ? 'whole ' : ''}number from ${least} to ${most}.`;
  const rule = number()
    .transform((_, typed) => numberOf(typed))
    .typeError(words)
    .min(least, words)
    .max(most, words);
  return { rule: isWhole ? rule.integer(words) : rule, words };
}

/** A number in a range, both ends taken, as it is typed into a field. */
export function numberRule(least: number, most: number, isWhole = false) {
  const { rule, words } = ranged({ least, most, isWhole });
  return rule.required(words);
}

/** The same for a field that may be empty: null then. */
export function optionalNumberRule(least: number, most: number, isWhole = false) {
  return ranged({ least, most, isWhole }).rule.nullable().defined();
}

/** A line of text that is not empty; blanks around it are left out. */
export function textRule(most: number, words = 'Enter a name.') {
  return string().trim().max(most).required(words);
}

/** A time of day, as `23:00`. */
export function timeRule() {
  return string()
    .matches(/^([01]\d|2[0-3]):[0-5]\d$/, 'Enter a time.')
    .required('Enter a time.');
}

const DAY = /^\d{4}-\d\d-\d\d$/;

/** A day, as `2026-04-05`. */
export function dayRule() {
  return string().matches(DAY, 'Enter a date.').required('Enter a date.');
}

/** The same for a field that may be empty: null then. */
export function optionalDayRule() {
  return string()
    .transform((_, typed) => (typed === '' ? null : typed))
    .matches(DAY, 'Enter a date.')
    .nullable();
}
