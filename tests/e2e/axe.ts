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
  return look(page, RULES);
}

/** The same without its slowest rule, for pages whose colours were looked at on another one. */
export async function violationsBesideContrast(page: Page): Promise<string[]> {
  return look(page, RULES, { 'color-contrast': { enabled: false } });
}

/** The same in both themes. The dark one has other colours, and nothing else. */
export async function violationsInBothThemes(page: Page): Promise<string[]> {
  const light = await look(page, RULES);
  await setTheme(page, 'dark');
  const dark = await look(page, ['color-contrast']);
  await setTheme(page, 'light');
  return [...light, ...dark.map((one) => `dark: ${one}`)];
}

async function setTheme(page: Page, theme: 'light' | 'dark'): Promise<void> {
  await page.evaluate(async (wanted) => {
    document.documentElement.dataset.theme = wanted;
    await new Promise((resolve) => requestAnimationFrame(() => requestAnimationFrame(resolve)));
    const changing = document.getAnimations().filter((one) => one instanceof CSSTransition);
    await Promise.allSettled(changing.map(({ finished }) => finished));
  }, theme);
}

async function look(
  page: Page,
  runOnly: readonly string[],
  rules: Readonly<Record<string, { readonly enabled: boolean }>> = {},
): Promise<string[]> {
  const isKnown = await page.evaluate(() => 'axe' in globalThis);
  if (!isKnown) await page.evaluate(AXE);
  // What lies below an open dialog was looked at before.
  const result = (await page.evaluate(
    `axe.run(document.querySelector('[role="dialog"]') ?? document, ${JSON.stringify({ runOnly, rules })})`,
  )) as AxeResult;
  return result.violations.flatMap(({ id, nodes }) =>
    nodes.map(({ html, failureSummary }) => `${id}: ${html.slice(0, 160)} ${failureSummary ?? ''}`),
  );
}
