import { describe, expect, it } from 'vitest';
import { bytesOf, textOf } from '../../../../tests/support/printFiles';
import { partsPrint } from '../../../../tests/support/partsPrints';
import { writeParts } from '../../../../tests/support/partsWritten';
import { broken, proveWritten, type Written } from '../../../../tests/support/written';
import { plainRecipe } from '../../recipe/recipe';

const FILAMENTS = ['Peat black', 'Bone white', 'Reed green'];
const TEXT = partsPrint({ tools: () => [0, 1, 2], ownLimits: true });

/** The statements that a damaged output breaks, by their numbers; with the plan, or without it. */
async function statements(
  written: Written,
  damage: (text: string) => string,
  planned = true,
): Promise<number[]> {
  const whole = textOf(written.output);
  const damaged = damage(whole);
  expect(damaged).not.toBe(whole);
  const proof = await proveWritten(written, bytesOf(damaged), planned ? written.request : null);
  return broken(proof).map((words) => Number(words[0]));
}

/** The stretches of an output behind its marks, each with the mark. */
function stretchesOf(text: string): string[] {
  return text.split(/(?=^; lamella: (?:hop|swap) )/m);
}

const spelledOut = () =>
  writeParts(TEXT, FILAMENTS, {
    order: 'colour-by-colour',
    dipMm: 2,
    recipe: plainRecipe('spelled-out'),
  });

describe('a damaged output of colours inside of layers', () => {
  it('is whole before it is damaged', async () => {
    expect(broken(await proveWritten(await spelledOut()))).toEqual([]);
  });

  it.each([
    ['a section that is dropped', (s: string[]) => [...s.slice(0, 3), ...s.slice(4)]],
    ['a section that is there twice', (s: string[]) => [...s.slice(0, 4), ...s.slice(3)]],
  ])('%s breaks statement 1, with and without the plan', async (_name, change) => {
    const written = await spelledOut();
    const damage = (text: string): string => change(stretchesOf(text)).join('');
    expect(await statements(written, damage)).toContain(1);
    expect(await statements(written, damage, false)).toContain(1);
  });

  it('two sections exchanged, with their marks, break statement 4', async () => {
    const written = await spelledOut();
    const damage = (text: string): string => {
      const s = stretchesOf(text);
      return [s[0], s[2], s[1], ...s.slice(3)].join('');
    };
    expect(await statements(written, damage)).toContain(4);
  });

  it('the bytes of two sections exchanged break statement 1', async () => {
    const written = await spelledOut();
    const damage = (text: string): string =>
      text.replace(/(bytes \d+) to (\d+)/, (_, start, end) => `${start} to ${Number(end) - 40}`);
    expect(await statements(written, damage, false)).toContain(1);
  });

  it('a way that is too low breaks statement 3', async () => {
    const written = await spelledOut();
    const low = (text: string): string =>
      text.replace(/(; lamella: hop 2 [^]*?\nG1 Z)[\d.]+( F600)/, '$10.9$2');
    expect(await statements(written, low)).toContain(3);
    expect(await statements(written, low, false)).toContain(3);
  });

  it('a wrong filament breaks statement 4', async () => {
    const written = await spelledOut();
    const wrong = (text: string): string =>
      text.replace(/(; lamella: swap 1 of \d, in layer \d, ).*/, '$1Ochre');
    expect(await statements(written, wrong)).toContain(4);
    const same = (text: string): string =>
      text.replace(/(; lamella: swap 2 of \d, in layer \d, ).*/, '$1Bone white');
    expect(await statements(written, same, false)).toContain(4);
  });

  it('a tool change left in breaks statement 4', async () => {
    const sliced = await writeParts(TEXT, FILAMENTS, { order: 'as-sliced' });
    const left = (text: string): string => text.replace('; lamella: taken out: T1', 'T1');
    expect(await statements(sliced, left)).toContain(4);
    expect(await statements(sliced, left, false)).toContain(4);
  });

  it('an extruder that is off by one retraction breaks statement 2', async () => {
    const written = await spelledOut();
    const off = (text: string): string =>
      text.replace(/(; lamella: hop 1 [^]*?G92 E)(-?[\d.]+)/, (_, start, e) => {
        return `${start}${Number(e) + 0.8}`;
      });
    expect(await statements(written, off, false)).toContain(2);
    const pulled = (text: string): string =>
      text.replace(/(; lamella: hop 1 [^]*?)G1 E0.2 F2100\n/, '$1');
    expect(await statements(written, pulled, false)).toContain(2);
  });

  it('a limit that is lost breaks statement 2', async () => {
    const written = await writeParts(TEXT, FILAMENTS, { order: 'fewest-swaps' });
    const swap = (text: string): string =>
      text.replace(/(; lamella: swap \d+ (?:(?!end swap)[^])*?)M204 .*\n/, '$1');
    expect(await statements(written, swap, false)).toContain(2);
  });

  it('a purge that is left out breaks statement 3', async () => {
    const written = await spelledOut();
    const bare = (text: string): string => text.replace(/G1 E\d[\d.]* F\d+\n(?=G1 E-)/, '');
    expect(await statements(written, bare, false)).toContain(3);
  });

  it('a mark that nothing leads to breaks statement 2', async () => {
    const written = await writeParts(TEXT, FILAMENTS, { order: 'fewest-swaps' });
    const bare = (text: string): string =>
      text.replace(/; lamella: hop 1 [^]*?; lamella: end hop 1\n/, '');
    expect(await statements(written, bare, false)).toContain(2);
  });

  it('going deeper than planned breaks statement 3', async () => {
    const close = partsPrint({ tools: () => [0, 1, 2], gap: 0.1 });
    const written = await writeParts(close, FILAMENTS, { order: 'colour-by-colour', dipMm: 0.6 });
    const proof = await proveWritten({
      ...written,
      request: {
        ...written.request,
        arrangement: { ...written.request.arrangement, dipMm: 0.2 },
      },
    });
    expect(broken(proof).map((words) => words[0])).toContain('3');
    const said = (text: string): string => text.replaceAll('dips 0.6 mm', 'dips 0.2 mm');
    expect(await statements(written, said, false)).toContain(3);
  });
});
