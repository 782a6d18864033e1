import { object } from 'yup';
import { describe, expect, it } from 'vitest';
import {
  dayRule,
  numberRule,
  optionalDayRule,
  optionalNumberRule,
  textRule,
  timeRule,
} from './rules';
import { isKept, takenBy, withField } from './saving';

/** What a rule makes of something typed; the sentence where it does not take it. */
function typed(rule: ReturnType<typeof numberRule>, text: unknown): unknown {
  try {
    return rule.validateSync(text);
  } catch (error) {
    return (error as Error).message;
  }
}

describe('a number that is typed', () => {
  const rule = numberRule(0.1, 3);
  it.each([
    ['0.4', 0.4],
    [' 0,4 ', 0.4],
    ['3', 3],
    ['0.1', 0.1],
    [0.6, 0.6],
  ])('takes %j', (text, value) => {
    expect(typed(rule, text)).toBe(value);
  });
  it.each(['', '  ', 'wide', '3.01', '0', '-1', '1 2', 'NaN', 'Infinity'])(
    'says of %j what it takes',
    (text) => {
      expect(typed(rule, text)).toBe('Enter a number from 0.1 to 3.');
    },
  );
  it('is whole where it has to be', () => {
    expect(typed(numberRule(1, 20, true), '2.5')).toBe('Enter a whole number from 1 to 20.');
    expect(typed(numberRule(1, 20, true), '2')).toBe(2);
  });
  it('may be left out where nothing means something', () => {
    const optional = optionalNumberRule(1, 500);
    expect(optional.validateSync('')).toBeNull();
    expect(optional.validateSync(null)).toBeNull();
    expect(optional.validateSync('12')).toBe(12);
    expect(() => optional.validateSync('0')).toThrow('Enter a number from 1 to 500.');
  });
});

describe('other things that are typed', () => {
  it('takes a line of text without the blanks round it, and none that is empty', () => {
    expect(textRule(20).validateSync('  North wall ')).toBe('North wall');
    expect(() => textRule(20).validateSync('   ')).toThrow('Enter a name.');
    expect(() => textRule(3).validateSync('long')).toThrow();
  });
  it('takes times and days', () => {
    expect(timeRule().validateSync('23:59')).toBe('23:59');
    expect(() => timeRule().validateSync('24:00')).toThrow('Enter a time.');
    expect(() => timeRule().validateSync('')).toThrow('Enter a time.');
    expect(dayRule().validateSync('2026-04-05')).toBe('2026-04-05');
    expect(() => dayRule().validateSync('')).toThrow('Enter a date.');
    expect(optionalDayRule().validateSync('')).toBeNull();
    expect(() => optionalDayRule().validateSync('spring')).toThrow('Enter a date.');
  });
});

describe('one field of a form', () => {
  const rules = object({ volume: object({ x: numberRule(10, 300), y: numberRule(10, 300) }) });
  const values = { volume: { x: 220, y: 5 }, name: 'Bench printer' };
  it('is taken for itself, whatever stands in the others', () => {
    expect(takenBy(rules, values, 'volume.x', '180')).toEqual({ ok: true, value: 180 });
    expect(takenBy(rules, values, 'volume.x', '18000')).toEqual({ ok: false });
  });
  it('has a rule, or it is a mistake of the program', () => {
    expect(() => takenBy(rules, values, 'volume.z', '180')).toThrow();
  });
  it('is changed without touching what is kept', () => {
    const changed = withField(values, 'volume.y', 220);
    expect(changed).toEqual({ volume: { x: 220, y: 220 }, name: 'Bench printer' });
    expect(values.volume.y).toBe(5);
  });
  it('knows what is kept already', () => {
    expect(isKept(values, 'volume.x', 220)).toBe(true);
    expect(isKept(values, 'volume.x', 221)).toBe(false);
    expect(isKept({ macros: ['A'] }, 'macros', ['A'])).toBe(true);
  });
});
