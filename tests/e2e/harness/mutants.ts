import { appendFileSync } from 'node:fs';
import type { Page } from 'puppeteer-core';
import { expect } from 'vitest';

const { LAMELLA_MUTANT, LAMELLA_REACHED } = process.env;
const SAID = 'lamella-mutant ';

/** Wakes the mutants that `npm run mutate` runs the tests for, and notes which of them a page comes by. */
export async function watchMutants(page: Page): Promise<void> {
  if (LAMELLA_MUTANT === undefined) return;
  await page.evaluateOnNewDocument(`{
    const said = new Set();
    globalThis.lamellaMutant = (id) => {
      if (!said.has(id)) console.debug('${SAID}' + id);
      said.add(id);
      return [${LAMELLA_MUTANT}].includes(id);
    };
  }`);
  if (LAMELLA_REACHED === undefined) return;
  page.on('console', (message) => {
    if (!message.text().startsWith(SAID)) return;
    const reached = [Number(message.text().slice(SAID.length))];
    const file = expect.getState().testPath ?? '';
    appendFileSync(LAMELLA_REACHED, `${JSON.stringify({ file, reached })}\n`);
  });
}
