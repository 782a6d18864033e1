import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { textOf } from '../../../tests/support/printFiles';
import { settingFaults } from '../../../tests/support/oracles/settingsOracle';
import { partsPrint } from '../../../tests/support/partsPrints';
import { partsFaults } from '../../../tests/support/oracles/partsOracle';
import { writeParts } from '../../../tests/support/partsWritten';
import { broken, proveWritten } from '../../../tests/support/written';
import { sourceOf } from '../byteSource';
import { ORDERS } from '../order/ordering';
import { ORDINARY_PROFILE } from '../printer/printer';
import { assumedSettings } from './seams/assumed';

const FILAMENTS = ['Peat black', 'Bone white', 'Reed green'];

/** One setting, with a number that is another at every place. */
const SETTINGS: readonly ((n: number) => string)[] = [
  (n) => `M204 P${800 + n} T${1400 + n}`,
  (n) => `M204 S${700 + n}`,
  (n) => `M205 X${5 + n} Y${6 + n}`,
  (n) => `M201 X${1500 + n}`,
  (n) => `M900 K0.${10 + n}`,
  (n) => `M572 D0 S0.0${10 + n}`,
  (n) => `M566 X${300 + n}`,
  (n) => `M106 P2 S${90 + n}`,
  (n) => `M107${n % 2 ? ' P2' : ''}`,
  (n) => `M220 S${90 + n}`,
  (n) => `SET_VELOCITY_LIMIT ACCEL=${4000 + n} SQUARE_CORNER_VELOCITY=${5 + n}`,
  (n) => `SET_PRESSURE_ADVANCE EXTRUDER=extruder ADVANCE=0.0${10 + n}`,
  (n) => `SET_FAN_SPEED FAN=side SPEED=0.${10 + n}`,
];

describe('settings on the way', () => {
  it('hold at every line in any order, whatever the file sets where', async () => {
    const picks = fc.array(fc.nat(SETTINGS.length - 1), { maxLength: 3 });
    await fc.assert(
      fc.asyncProperty(
        fc.array(fc.tuple(picks, picks), { minLength: 12, maxLength: 12 }),
        fc.constantFrom(...ORDERS),
        async (places, order) => {
          const linesOf = (all: number[], n: number): string[] => all.map((k) => SETTINGS[k](n));
          const text = partsPrint({
            tools: () => [0, 1, 2],
            settings: (layer, tool) => {
              const n = (layer - 1) * 3 + tool;
              const [way, middle] = places[n];
              return [linesOf(way, n), linesOf(middle, n + 20)];
            },
          });
          const written = await writeParts(text, FILAMENTS, { order, dipMm: 1 });
          expect(settingFaults(text, textOf(written.output))).toEqual([]);
          expect(broken(await proveWritten(written))).toEqual([]);
          expect(broken(await proveWritten(written, written.output, null))).toEqual([]);
        },
      ),
      { seed: 3001, numRuns: 24 },
    );
  });

  it('fail the proof where a seam leaves one as it was', async () => {
    const text = partsPrint({
      tools: () => [0, 1, 2],
      settings: (layer, tool) => [
        [`M204 P${900 + 10 * tool}`, `SET_VELOCITY_LIMIT ACCEL=${3000 + 100 * layer}`],
        [],
      ],
    });
    const written = await writeParts(text, FILAMENTS, { order: 'colour-by-colour', dipMm: 1 });
    const whole = textOf(written.output);
    expect(settingFaults(text, whole)).toEqual([]);
    const inBlocks = whole.split('\n').flatMap((line, i, all) => {
      const opens = all.slice(0, i).filter((one) => /^; lamella: (hop|swap) /.test(one)).length;
      const closes = all.slice(0, i).filter((one) => one.startsWith('; lamella: end ')).length;
      return opens > closes && /^(M204|SET_)/.test(line) ? [i] : [];
    });
    expect(inBlocks.length).toBeGreaterThan(4);
    for (const at of inBlocks) {
      const harmed = whole.split('\n').filter((_, i) => i !== at);
      const bytes = new TextEncoder().encode(harmed.join('\n'));
      for (const planned of [written.request, null]) {
        const proof = await proveWritten(written, bytes, planned);
        expect(proof.checks.find(({ ok }) => !ok)?.message).toMatch(/not as before: (M204|SET_)/);
      }
    }
  });

  it('are taken from the profile, or from the first of the file, where nothing was set before', async () => {
    const text = partsPrint({
      tools: () => [0, 1],
      settings: (layer) => [
        layer < 3 ? [] : ['M201 X777', 'M900 K0.2', 'SET_FAN_SPEED SPEED=0.4'],
        [],
      ],
    });
    const written = await writeParts(text, FILAMENTS, { order: 'fewest-swaps' });
    const { input, reading } = written;
    const { all } = await assumedSettings(sourceOf(input), reading, ORDINARY_PROFILE);
    expect(all).toEqual([
      { name: 'M201 X', value: ORDINARY_PROFILE.limits.acceleration.x, from: 'profile' },
      { name: 'M900 K', value: 0.2, from: 'file' },
      { name: 'SET_FAN_SPEED SPEED', value: 0.4, from: 'file' },
    ]);
    const said = (await proveWritten(written)).checks.map(({ message }) => message).join(' ');
    expect(said).toContain('M900 K 0.2 (the first of the file)');
  });

  it('go along with their section where nobody knows the word', async () => {
    const text = partsPrint({
      tools: () => [0, 1, 2],
      settings: (_layer, tool) => [[`M486 S${tool}`, `EXCLUDE_OBJECT_START NAME=part_${tool}`], []],
    });
    const { output, request } = await writeParts(text, FILAMENTS, { order: 'fewest-swaps' });
    expect(request.arrangement.visits).toHaveLength(9);
    expect(request.arrangement.exact).toBe(true);
    expect(partsFaults(text, textOf(output), FILAMENTS)).toEqual([]);
  });
});
