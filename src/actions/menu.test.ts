import { defaultFilter } from 'cmdk';
import { describe, expect, it } from 'vitest';
import { JOB_MENU } from './menu';
import { PLAN_ACTIONS, planAction } from './planActions';
import { SYNONYMS } from './synonyms';

describe('the job’s menu', () => {
  it('is short, in groups, and holds nothing that has its own button, tab or link', () => {
    const ids = JOB_MENU.flatMap(({ actions }) => actions);
    expect(new Set(ids).size).toBe(ids.length);
    expect(ids.length).toBeLessThanOrEqual(16);
    for (const id of ids) {
      expect(planAction(id).label).not.toBe('');
      expect(id).not.toMatch(/^(go|tab|view|core)-|^(undo|redo|write-file|show-palette)$/);
    }
  });
});

/** What the palette offers first for what somebody types. */
function found(search: string): string[] {
  return PLAN_ACTIONS.map(({ id, label }) => {
    return { id, score: defaultFilter!(label, search, [...(SYNONYMS[id] ?? [])]) };
  })
    .filter(({ score }) => score > 0)
    .sort((a, b) => b.score - a.score)
    .slice(0, 3)
    .map(({ id }) => id);
}

describe('the palette', () => {
  it('knows other words of real actions only', () => {
    const ids = new Set(PLAN_ACTIONS.map(({ id }) => id));
    expect(Object.keys(SYNONYMS).filter((id) => !ids.has(id))).toEqual([]);
    const without = [...ids].filter((id) => !(id in SYNONYMS));
    expect(
      without.every((id) => /^(layer|layers|first|last|filament|view|palette)-/.test(id)),
    ).toBe(true);
  });

  it.each([
    ['every step', 'accept-all-steps'],
    ['colour change', 'add-swap'],
    ['pause', 'add-swap'],
    ['sleep', 'presence'],
    ['waste', 'purge-cost'],
    ['m600', 'go-recipe'],
    ['screenshot', 'save-picture'],
    ['hotkeys', 'show-keys'],
    ['resize', 'scale'],
    ['backup', 'save-job'],
    ['tutorial', 'show-tour'],
    ['rotate', 'in-hand'],
    ['warnings', 'go-checks'],
    ['lightbox', 'view-backlit'],
    ['resliced', 'new-slice'],
  ])('finds “%s”', (search, id) => {
    expect(found(search)).toContain(id);
  });
});
