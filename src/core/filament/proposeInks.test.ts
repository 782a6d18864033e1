import { describe, expect, it } from 'vitest';
import { FIRST_PLATE, MOST_INKS } from '../draw/plate';
import { proposeInks } from './proposeInks';

const propose = (...colours: string[]) => {
  const { inks, pictureInks } = proposeInks(
    FIRST_PLATE,
    colours.map((colour) => ({ colour, area: [] })),
  );
  return { inks, letters: pictureInks.map((ink) => inks[ink].letter) };
};

describe('the filaments for a picture', () => {
  it('are the nearest of the palette, each colour with its own, and none that of the base', () => {
    // The plate has bone white on tide blue.
    const { letters, inks } = propose('#c03020', '#203040', '#e0a030', '#30a060', '#c04a50');
    expect(letters.slice(0, 4)).toEqual(['F', 'A', 'E', 'C']);
    expect(new Set(letters).size).toBe(5);
    expect(letters).not.toContain(FIRST_PLATE.baseLetter);
    expect(inks[0]).toEqual(FIRST_PLATE.inks[0]);
    expect(inks.slice(1).every(({ layers }) => layers === FIRST_PLATE.inks[0].layers)).toBe(true);
  });

  it('are chosen for all colours at once: none takes the filament that another needs', () => {
    const { letters } = propose('#a00', '#00a', '#0aa', '#a0a', '#0a0', '#da2');
    expect(letters[0]).toBe('F');
    expect(letters.slice(4)).toEqual(['C', 'E']);
  });

  it('take one that is there before another is added', () => {
    expect(propose('#f0e8d8')).toMatchObject({ inks: FIRST_PLATE.inks, letters: ['B'] });
  });

  it('are never more than a plate takes', () => {
    const { inks, letters } = propose('#000', '#fff', '#f00', '#0f0', '#00f', '#ff0', '#0ff');
    expect(inks.length).toBeLessThanOrEqual(MOST_INKS);
    expect(letters).toHaveLength(7);
  });
});
