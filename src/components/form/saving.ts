import { produce } from 'immer';
import { get, set } from 'react-hook-form';
import { ValidationError, type AnyObject, type ObjectSchema } from 'yup';

/** What the fields of a form may hold: a rule for each path that can be typed into. */
export type FormRules = ObjectSchema<AnyObject>;

/** What a rule makes of what was typed. */
export type Taken = { readonly ok: true; readonly value: unknown } | { readonly ok: false };

/**
 * Reads what was typed into one field by its rule.
 * @param values all values of the form, for rules that look at others.
 */
export function takenBy(rules: FormRules, values: object, path: string, typed: unknown): Taken {
  try {
    return { ok: true, value: rules.validateSyncAt(path, withField(values, path, typed)) };
  } catch (error) {
    if (error instanceof ValidationError) return { ok: false };
    throw error;
  }
}

/** Values with another one at a path such as `volume.x`. */
export function withField<T extends object>(values: T, path: string, value: unknown): T {
  return produce(values, (draft) => {
    set(draft, path, value);
  });
}

/** Whether a value is the one that is kept at a path already. */
export function isKept(values: object, path: string, value: unknown): boolean {
  return JSON.stringify(get(values, path)) === JSON.stringify(value);
}
