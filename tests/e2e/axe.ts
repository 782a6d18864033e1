import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import type { Page } from 'puppeteer-core';

const AXE = readFileSync(createRequire(import.meta.url).resolve('axe-core/axe.min.js'), 'utf8');

interface AxeResult {
  violations: { id: string; nodes: { html: string; failureSummary?: string }[] }[];
}

const RULES = ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa', 'best-practice'];

/** What axe finds against WCAG 2.2 AA, one line each. */
export async function violations(page: Page): Promise<string[]> {
  const isKnown = await page.evaluate(() => 'axe' in globalThis);
  if (!isKnown) await page.evaluate(AXE);
  // The other theme has other colours, and nothing else.
  const isDark = await page.$eval('html', (html) => html.dataset.theme === 'dark');
  const rules = isDark ? ['color-contrast'] : RULES;
  // What lies below an open dialog was looked at before.
  const result = (await page.evaluate(
    `axe.run(document.querySelector('[role="dialog"]') ?? document, { runOnly: ${JSON.stringify(rules)} })`,
  )) as AxeResult;
  return result.violations.flatMap(({ id, nodes }) =>
    nodes.map(({ html, failureSummary }) => `${id}: ${html.slice(0, 160)} ${failureSummary ?? ''}`),
  );
}
