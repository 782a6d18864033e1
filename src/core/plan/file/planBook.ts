import { number, object, string, array, mixed } from 'yup';
import { refuse, success, type Result } from '../../findings';
import { readShape, type ShapeWords } from '../../shape';
import type { JobPlan } from '../jobPlan';
import { parseJobPlan } from './planSchema';

/** One of several plans for the same job. */
export interface Variant {
  readonly id: string;
  readonly name: string;
  readonly plan: JobPlan;
}

/** All plans of a job, one of them chosen; never empty. */
export interface PlanBook {
  readonly version: 1;
  /** Id of the variant that is worked on and written. */
  readonly chosen: string;
  readonly variants: readonly Variant[];
}

/** A book with one plan. */
export function bookOf(plan: JobPlan): PlanBook {
  return { version: 1, chosen: '1', variants: [{ id: '1', name: 'Plan 1', plan }] };
}

export function chosenVariant(book: PlanBook): Variant {
  const variant = book.variants.find(({ id }) => id === book.chosen);
  if (!variant) throw new Error(`No variant ${book.chosen} in the book`);
  return variant;
}

/** Replaces the chosen variant's plan; the book as it is when the plan did not change. */
export function withPlan(book: PlanBook, plan: JobPlan): PlanBook {
  if (chosenVariant(book).plan === plan) return book;
  const variants = book.variants.map((one) => (one.id === book.chosen ? { ...one, plan } : one));
  return { ...book, variants };
}

/** Replaces the plans of all variants, each by what `edit` makes of it. */
export function mapPlans(book: PlanBook, edit: (plan: JobPlan) => JobPlan): PlanBook {
  return { ...book, variants: book.variants.map((one) => ({ ...one, plan: edit(one.plan) })) };
}

/** Copies the chosen variant under a new name and chooses the copy. */
export function withCopy(book: PlanBook): PlanBook {
  const id = String(Math.max(...book.variants.map((one) => Number(one.id))) + 1);
  const copy = { ...chosenVariant(book), id, name: `Plan ${id}` };
  return { ...book, chosen: id, variants: [...book.variants, copy] };
}

/** Takes a variant out; the last one stays, and another is chosen when it was the chosen one. */
export function withoutVariant(book: PlanBook, id: string): PlanBook {
  const variants = book.variants.filter((one) => one.id !== id);
  if (variants.length === 0 || variants.length === book.variants.length) return book;
  return { ...book, variants, chosen: book.chosen === id ? variants[0].id : book.chosen };
}

export function withVariantName(book: PlanBook, id: string, name: string): PlanBook {
  const trimmed = name.trim().slice(0, 40);
  if (trimmed === '') return book;
  const variants = book.variants.map((one) => (one.id === id ? { ...one, name: trimmed } : one));
  return { ...book, variants };
}

export function withChosen(book: PlanBook, id: string): PlanBook {
  const known = book.variants.some((one) => one.id === id);
  return known && id !== book.chosen ? { ...book, chosen: id } : book;
}

const schema = object({
  version: number().oneOf([1]).required(),
  chosen: string().required(),
  variants: array(mixed().defined()).min(1).required(),
}).required();

const variantSchema = object({
  id: string()
    .matches(/^\d{1,9}$/)
    .required(),
  name: string().max(200).required(),
  plan: mixed().required(),
}).required();

/** A stored book as far as it can be read. */
export interface ReadBook {
  readonly book: PlanBook;
  /** Variants that cannot be read, as they were found. */
  readonly aside: readonly unknown[];
}

/** Reads a stored book: the plans that can be read. Refuses one of which none can. */
export function parsePlanBook(json: unknown): Result<ReadBook> {
  const words: ShapeWords = { what: 'The stored plans', code: 'bad-plan', passOverUnknown: true };
  const read = readShape(schema, json, words);
  if (!read.ok) return read;
  const { chosen, variants: stored } = read.value;
  const variants: Variant[] = [];
  const aside: unknown[] = [];
  let refusal: Result<never> | null = null;
  for (const one of stored) {
    const parsed = parseVariant(one);
    // Two with one id could not be told apart.
    if (parsed.ok && variants.every(({ id }) => id !== parsed.value.id)) {
      variants.push(parsed.value);
      continue;
    }
    aside.push(one);
    if (!parsed.ok) refusal ??= parsed;
  }
  if (variants.length === 0) return refusal ?? refuse('bad-plan', 'No stored plan can be read.');
  const known = variants.some(({ id }) => id === chosen);
  const book: PlanBook = { version: 1, chosen: known ? chosen : variants[0].id, variants };
  return success({ book, aside });
}

function parseVariant(json: unknown): Result<Variant> {
  const words: ShapeWords = { what: 'The stored plan', code: 'bad-plan', passOverUnknown: true };
  const read = readShape(variantSchema, json, words);
  if (!read.ok) return read;
  const plan = parseJobPlan(read.value.plan);
  if (!plan.ok) return plan;
  return success({ id: read.value.id, name: read.value.name, plan: plan.value });
}
