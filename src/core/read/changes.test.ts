import { describe, expect, it } from 'vitest';
import { CHANGE_PULLS, changePrint, WORD_PLACES } from '../../../tests/support/changePrints';
import { bytesOf } from '../../../tests/support/printFiles';
import { ORDINARY_PROFILE } from '../printer/printer';
import { readGcode } from './reader';

const read = (...given: Parameters<typeof changePrint>) =>
  readGcode(bytesOf(changePrint(...given)), ORDINARY_PROFILE);
const sum = (parts: readonly { readonly filamentMm: number }[]): number =>
  parts.reduce((total, { filamentMm }) => total + filamentMm, 0);

describe('filament of a print for several tools', () => {
  const plain = read({ pull: 'none' });

  it.each(CHANGE_PULLS)('is what is printed, however it is pulled and pushed: %s', (pull) => {
    for (const word of WORD_PLACES) {
      for (const change of [(tool: number) => [`T${tool}`], (tool: number) => [`M6 T${tool}`]]) {
        const reading = read({ pull, word, change });
        expect(reading.filamentMm).toBeCloseTo(plain.filamentMm, 4);
        expect(sum(reading.sections)).toBeCloseTo(sum(plain.sections), 4);
        expect(sum(reading.layers)).toBeCloseTo(sum(plain.layers), 4);
      }
    }
  });

  it('tells what a change extrudes on the way, on a printer with one nozzle', () => {
    const pushed = read({ pull: 'ramming' }).sections.slice(1);
    expect(pushed.map(({ pushedBeforeMm }) => pushedBeforeMm > 0)).toContain(true);
    expect(plain.sections.every(({ pushedBeforeMm }) => pushedBeforeMm === 0)).toBe(true);
  });
});
