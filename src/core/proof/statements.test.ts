import { describe, expect, it } from 'vitest';
import { writePrint } from '../../../tests/support/printFiles';
import { proveWritten, writeSwaps, type WriteOptions } from '../../../tests/support/written';
import { ORDINARY_PROFILE } from '../printer/printer';
import { plainRecipe } from '../recipe/recipe';
import { NO_SETTINGS } from '../recipe/settings';
import { joined, outputParts, withoutInsertions } from '../blocks/pieces';

const text = writePrint({ layers: 8, relativeE: true });

async function statements(options: Partial<WriteOptions>, file = text): Promise<string[]> {
  const written = await writeSwaps(file, { layers: [5], ...options });
  const { ok, checks } = await proveWritten(written);
  expect(ok).toBe(true);
  return checks.map(({ check, message }) => `${check} ${message}`);
}

describe('what the proof says to a person', () => {
  it('names places, lengths and stops of a spelled-out swap', async () => {
    const recipe = { ...plainRecipe('spelled-out'), purge: 42 };
    expect(await statements({ recipe })).toEqual([
      `1 Without the blocks, the output is the input: ${text.length} bytes are the same.`,
      expect.stringMatching(
        /^2 Before layer 5: back at X 50\.00 Y 50\.00 Z 1\.04, extruder \d+\.\d{4}, retracted 0\.80 mm, as in the original\.$/,
      ),
      '3 Swap 1 lifts to Z 21.04, parks at X 5.00 Y 215.00, purges 42.0 mm of filament there, and touches nothing.',
      '4 Swap 1 of 1 stops once (M0), before layer 5 begins.',
      '4 All 8 sections print in their planned filaments.',
      '5 No block switches a heater off, and both are off at the end.',
    ]);
  });

  it('says nothing of moves that the firmware makes by itself', async () => {
    const said = await statements({});
    expect(said.filter((one) => one.startsWith('3'))).toEqual([]);
  });

  it('says what is changed on purpose', async () => {
    const settings = { ...NO_SETTINGS, nozzle: 220, speed: 70 };
    const said = await statements({ withSwap: (swap) => ({ ...swap, settings }) });
    expect(said[1]).toMatch(/as in the original, except nozzle 220, speed 70 on purpose\.$/);
  });

  it('tells calls from stops', async () => {
    const said = await statements({
      recipe: plainRecipe('beep-only'),
      loadFirst: 'A Peat black',
    });
    expect(said.filter((one) => one.startsWith('4'))).toEqual([
      '4 The stop for the first filament beeps 5 times before layer 1 begins; you press pause.',
      '4 Swap 1 beeps 5 times before layer 5 begins; you press pause.',
      '4 All 8 sections print in their planned filaments.',
    ]);
    expect(said.some((one) => one.startsWith('2 The warning before layer 3: at X'))).toBe(true);
  });

  it('says what was taken out, and what is left on', async () => {
    const file = text.replace('; layer 4\n', 'M600\n; layer 4\n').replace('M104 S0\n', '');
    const said = await statements({ takesOut: true }, file);
    expect(said).toContainEqual(
      expect.stringMatching(/^4 The file’s own stop on line \d+ \(M600\) is removed\.$/),
    );
    expect(said.at(-1)).toMatch(/The file itself leaves a heater on at the end, as before\.$/);
  });

  it('knows a macro of the printer’s own, also without the plan', async () => {
    const recipe = plainRecipe('pause-command', 'BRING_SPOOL');
    await expect(writeSwaps(text, { layers: [5], recipe })).rejects.toThrow(/does not list/);
    const printer = { ...ORDINARY_PROFILE, stopWords: ['BRING_SPOOL'] };
    const written = await writeSwaps(text, { layers: [5], recipe, printer });
    const { ok, checks } = await proveWritten(written, written.output, null);
    expect(ok).toBe(true);
    expect(checks.map(({ message }) => message)).toContain(
      'Swap 1 of 1 stops once (BRING_SPOOL), before layer 5 begins.',
    );
    expect(checks.map(({ message }) => message)).toContain(
      'Swap 1 calls BRING_SPOOL: Lamella cannot check what that does.',
    );
    const elsewhere = { ...written, request: { ...written.request, printer: ORDINARY_PROFILE } };
    expect((await proveWritten(elsewhere, written.output, null)).ok).toBe(false);
  });
});

describe('parts of a file', () => {
  const bytes = Uint8Array.from({ length: 20 }, (_, i) => i);
  const cut = (from: number, to: number): Uint8Array => bytes.subarray(from, to);

  it('are the stretches and what goes between them', () => {
    const insertions = [
      { offset: 0, bytes: Uint8Array.of(90) },
      { offset: 7, bytes: Uint8Array.of(91, 92) },
      { offset: 7, bytes: Uint8Array.of(93) },
      { offset: 20, bytes: Uint8Array.of(94) },
    ];
    const placed = insertions.map((one) => ({ ...one, resume: { offset: one.offset, line: 1 } }));
    const whole = joined(outputParts(20, placed, cut));
    expect([...whole]).toEqual([
      90, 0, 1, 2, 3, 4, 5, 6, 91, 92, 93, 7, 8, 9, 10, 11, 12, 13, 14, 15, 16, 17, 18, 19, 94,
    ]);
    const back = withoutInsertions(
      whole.length,
      [
        { start: 0, end: 1 },
        { start: 8, end: 10 },
        { start: 10, end: 11 },
        { start: 24, end: 25 },
      ],
      (from, to) => whole.subarray(from, to),
    );
    expect([...joined(back)]).toEqual([...bytes]);
  });

  it('are the whole when nothing goes between', () => {
    expect(joined(outputParts(20, [], cut))).toEqual(bytes);
    expect(joined(withoutInsertions(20, [], cut))).toEqual(bytes);
  });
});
