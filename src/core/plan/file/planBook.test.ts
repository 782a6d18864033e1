import { describe, expect, it } from 'vitest';
import { withMain } from '../../../../tests/support/plans';
import { layerNumber } from '../../layers';
import { emptyPlan } from '../jobPlan';
import { withSwap } from '../edits/partEdits';
import {
  bookOf,
  chosenVariant,
  mapPlans,
  parsePlanBook,
  withChosen,
  withCopy,
  withoutVariant,
  withPlan,
  withVariantName,
} from './planBook';

const plan = emptyPlan('ab'.repeat(32));
const book = bookOf(plan);
const changed = withSwap(plan, layerNumber(5));

describe('a book of plans', () => {
  it('copies the chosen plan and keeps the changes of each apart', () => {
    const two = withPlan(withCopy(book), changed);
    expect(two.variants.map(({ name, plan: one }) => [name, one.parts[0].swaps.length])).toEqual([
      ['Plan 1', 0],
      ['Plan 2', 1],
    ]);
    expect(chosenVariant(two).plan).toBe(changed);
    expect(chosenVariant(withChosen(two, '1')).plan).toBe(plan);
    expect(withChosen(two, '9')).toBe(two);
    expect(withPlan(two, changed)).toBe(two);
  });

  it('never loses the last plan, and gives ids that were not used', () => {
    expect(withoutVariant(book, '1')).toBe(book);
    const three = withCopy(withCopy(book));
    const left = withoutVariant(three, '3');
    expect([left.chosen, left.variants.length]).toEqual(['1', 2]);
    expect(withCopy(withoutVariant(three, '2')).chosen).toBe('4');
  });

  it('renames, but not to nothing', () => {
    expect(withVariantName(book, '1', '  Three colours ').variants[0].name).toBe('Three colours');
    expect(withVariantName(book, '1', '  ')).toBe(book);
  });

  it('changes all plans alike', () => {
    const all = mapPlans(withCopy(book), (one) => withSwap(one, layerNumber(7)));
    expect(all.variants.map((one) => one.plan.parts[0].swaps[0].layer)).toEqual([7, 7]);
  });

  it('survives being written and read, and is refused when damaged', () => {
    const two = withPlan(withCopy(book), changed);
    expect(parsePlanBook(JSON.parse(JSON.stringify(two)))).toEqual({
      ok: true,
      value: { book: two, aside: [] },
    });
    expect(parsePlanBook({ ...two, chosen: '7' })).toMatchObject({
      value: { book: { chosen: '1' } },
    });
    for (const broken of [undefined, {}, plan, bookOf(withMain(plan, { firstLetter: '?' }))]) {
      expect(parsePlanBook(broken)).toMatchObject({ ok: false, refusal: { code: 'bad-plan' } });
    }
    expect(() => chosenVariant({ ...book, chosen: '7' })).toThrow(/No variant 7/);
  });
});
