import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import type { Page } from 'puppeteer-core';
import { until } from './harness';

const AXE = readFileSync(createRequire(import.meta.url).resolve('axe-core/axe.min.js'), 'utf8');

interface AxeResult {
  violations: { id: string; nodes: { html: string; failureSummary?: string }[] }[];
}

const RULES = ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa', 'best-practice'];

/** Rules of those that axe leaves out unless it is asked. */
const MORE_RULES = { 'label-content-name-mismatch': { enabled: true } };

/** What axe finds against WCAG 2.2 AA, one line each. */
export async function violations(page: Page): Promise<string[]> {
  return look(page, RULES);
}

/** What can be pressed and is smaller than a finger needs (WCAG 2.2, 2.5.8), one line each. */
export async function smallTargets(page: Page): Promise<string[]> {
  return (await page.evaluate(SMALL_TARGETS)) as string[];
}

/** As text: nothing of this file is in the page. Links in a line of text are not meant; a box goes with its label. */
const SMALL_TARGETS = `(() => {
  const LEAST = 23.9;
  const wanted = 'button, a[href], input, select, textarea, summary, [role=button], [role=slider], [role=tab], [role=menuitem], [role=option]';
  const isInLine = (one) =>
    one.matches('a') &&
    getComputedStyle(one).display === 'inline' &&
    one.parentElement.innerText.trim() !== one.innerText.trim();
  const isCovered = (one) => getComputedStyle(one, '::after').position === 'absolute';
  return [...document.querySelectorAll(wanted)].flatMap((one) => {
    const own = one.getBoundingClientRect();
    if (own.width <= 1 || own.height <= 1 || one.disabled || !one.checkVisibility({ visibilityProperty: true })) return [];
    if (isInLine(one) || isCovered(one)) return [];
    const label = one.matches('input') ? one.closest('label')?.getBoundingClientRect() : null;
    const width = Math.max(own.width, label?.width ?? 0);
    const height = Math.max(own.height, label?.height ?? 0);
    return width < LEAST || height < LEAST
      ? [Math.round(width) + ' × ' + Math.round(height) + ' px: ' + one.outerHTML.slice(0, 120)]
      : [];
  });
})()`;

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
  // A page that was gone to gets its title a moment after what it shows.
  await until(page, () => document.title !== '');
  const isKnown = await page.evaluate(() => 'axe' in globalThis);
  if (!isKnown) await page.evaluate(AXE);
  // A place of what holds is written out for nobody: there are thousands of them.
  const options = { runOnly, rules: { ...MORE_RULES, ...rules }, resultTypes: ['violations'] };
  // What lies below an open dialog was looked at before.
  const result = (await page.evaluate(
    `axe.run(document.querySelector('[role="dialog"]') ?? document, ${JSON.stringify(options)})`,
  )) as AxeResult;
  return result.violations.flatMap(({ id, nodes }) =>
    nodes.map(({ html, failureSummary }) => `${id}: ${html.slice(0, 160)} ${failureSummary ?? ''}`),
  );
}
