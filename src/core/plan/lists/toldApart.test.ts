import { describe, expect, it } from 'vitest';
import { plainName } from '../../blocks/blocks';
import { swapMessage } from '../../recipe/message';
import { NO_SETTINGS } from '../../recipe/settings';
import { toldApart } from './toldApart';

const sectionsOf = (names: readonly string[]) =>
  names.map((filament, section) => {
    return { section, part: 'all', filament, settings: NO_SETTINGS, purge: null, asks: false };
  });

describe('filaments by names', () => {
  it.each([
    ['in other scripts', ['Зелёный', 'Πράσινο', 'みどり', '緑', '青']],
    ['that differ in dots alone', ['Grün', 'Grun', 'Gruen']],
    ['that are the same up to their end', ['x'.repeat(70), `${'x'.repeat(70)}y`]],
  ])('%s are told apart in blocks, and given back as they were', (_what, names) => {
    const apart = toldApart(sectionsOf(names));
    const labels = apart.sections.map(({ filament }) => filament);
    expect(new Set(labels.map(plainName)).size).toBe(names.length);
    expect(labels.map(apart.nameOf)).toEqual(names);
    expect(names.map(apart.labelOf)).toEqual(labels);
  });

  it('stand alone where that is enough', () => {
    const names = ['Bone white', 'Reed green', 'Bone white'];
    expect(toldApart(sectionsOf(names)).sections.map(({ filament }) => filament)).toEqual(names);
  });

  it('go beyond Z', () => {
    const names = Array.from({ length: 30 }, (_, i) => `緑${'!'.repeat(i)}`);
    const { sections } = toldApart(sectionsOf(names));
    expect(sections[29].filament).toMatch(/^AD /);
  });

  it.each([
    ['B Зелёный', '2/3 B Zelyoniy'],
    ['C さくら', '2/3 C sakura'],
    ['D Πράσινο', '2/3 D Prasino'],
    ['E 緑', '2/3 E'],
  ])('%s can be read on a display', (filament, shown) => {
    expect(swapMessage({ index: 2, count: 3, filament }, 20)).toBe(shown);
  });
});
