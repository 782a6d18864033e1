import { createElement } from 'react';
import { renderToStaticMarkup } from 'react-dom/server';
import { describe, expect, it } from 'vitest';
import { CHECKS } from '@/core/checks/catalogue';
import { GUIDE_PAGES, titleOf, type GuidePageId } from '@/core/guide/pages';
import { GuideScreen } from './GuideScreen';

const html = (page: GuidePageId): string =>
  renderToStaticMarkup(createElement(GuideScreen, { page }));
const article = (page: GuidePageId): string =>
  /<article[\s\S]*<\/article>/.exec(html(page))?.[0] ?? '';

describe('the guide', () => {
  it.each(GUIDE_PAGES)('has a page “$title” with something to read', ({ id, title }) => {
    const text = article(id).replace(/<[^>]*>/g, ' ');
    expect(article(id)).toContain(`<h1`);
    expect(text).toContain(title);
    expect(text.split(/\s+/).length).toBeGreaterThan(60);
    // Short pages: what needs longer belongs on two.
    expect(text.split(/\s+/).length).toBeLessThan(420);
  });

  it.each(GUIDE_PAGES.filter(({ id }) => id !== 'safety'))(
    'draws something on “$title”, and says what it shows',
    ({ id }) => {
      const labels = [...article(id).matchAll(/<svg role="img" aria-label="([^"]*)"/g)];
      expect(labels.length).toBeGreaterThan(0);
      for (const [, label] of labels) expect(label.length).toBeGreaterThan(30);
    },
  );

  it.each([
    'stopping',
    'the-stop',
    'at-the-swap',
    'purging',
    'materials',
    'time',
    'bed',
    'measuring',
    'safety',
  ] as const)('cautions on the page %s', (page) => {
    expect(article(page)).toMatch(/<aside aria-label="Cautions?"/);
  });

  it('says all cautions on the page for them, and that the printer’s manual comes first', () => {
    const text = article('safety');
    for (const word of [
      'burns',
      'cool',
      'fingers, hair and sleeves',
      'sharp',
      'alone',
      'smoke alarm',
      'fumes',
      'cold filament',
      'Your printer’s manual',
      'local rules',
      'qualified person',
    ]) {
      expect(text).toContain(word);
    }
    expect(article('bed')).toContain('a thin coat');
  });

  it('leads on from page to page, to the last', () => {
    GUIDE_PAGES.forEach(({ id }, i) => {
      const next = GUIDE_PAGES[i + 1];
      const turns = /<nav aria-label="Next page"[\s\S]*<\/nav>/.exec(html(id))?.[0] ?? '';
      expect(turns.includes('Next<')).toBe(next !== undefined);
      if (next) expect(turns).toContain(`href="/guide/${next.id}"`);
    });
  });

  it('has a page for every check', () => {
    for (const { page } of Object.values(CHECKS)) expect(titleOf(page)).not.toBe(page);
  });
});
