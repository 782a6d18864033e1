import assert from 'node:assert/strict';
import { describe, it } from 'vitest';
import { oddOnes, type OddStore } from '../support/oddOnes';
import {
  byRole,
  demoId,
  editStored,
  openPage,
  putStored,
  seedJobs,
  seeNoText,
  seeText,
  until,
} from './harness/harness';

const PLATE = demoId('Hide plate 7');

/** One of the odd records for each eighth field, taken in turn from what that field may hold. */
function someFields(store: OddStore): readonly { readonly what: string; readonly id: string }[] {
  const odd = oddOnes(store);
  // What is worked out of all of them is held beside the schemas.
  const paths = [...new Set(odd.map(({ path }) => path))].filter((_, i) => i % 8 === 0);
  return paths.map((wanted, i) => {
    const all = odd.filter(({ path }) => path === wanted);
    const { what, record } = all[i % all.length];
    return { what, id: (record as { id: string }).id };
  });
}

async function openWith(stores: readonly OddStore[]) {
  const opened = openPage();
  await seedJobs(opened.page, ['Hide plate 7'], true);
  for (const store of stores) {
    await putStored(
      opened.page,
      store,
      oddOnes(store).map(({ record }) => record),
    );
  }
  return opened;
}

describe('a record that its schema lets in', () => {
  it('is listed, whatever stands in it', async () => {
    const { page, complaints } = await openWith(['jobs', 'printers', 'spools', 'runs']);
    await page.goto('/');
    const jobs = oddOnes('jobs').length + 1;
    // The first ones come at once, and the rest in steps.
    await until(page, () => page.all('ul[aria-label="Jobs"] > li h2').length === jobs);
    await seeText(page, 'Hide plate 7');
    await seeNoText(page, 'its record is damaged');
    await page.goto('/shelf');
    await seeText(page, `${oddOnes('spools').length + 12} of`);
    await page.goto('/printers');
    const printers = oddOnes('printers').length + 3;
    await until(page, () => page.all('nav[aria-label="Printers"] li').length === printers);
    await page.goto('/logbook');
    await seeText(page, 'prints');
    await byRole(page, 'tab', 'Learned').click();
    await seeNoText(page, 'This did not work');
    assert.deepEqual(complaints, []);
  });

  it('has a page of its own that shows it', async () => {
    const { page, complaints } = await openWith(['runs', 'printers']);
    for (const { what, id } of someFields('runs')) {
      await page.goto(`/logbook/${id}`);
      await seeText(page, 'Result');
      assert.deepEqual(complaints, [], what);
    }
    await page.goto('/printers');
    await seeText(page, 'Type of stop');
    assert.deepEqual(complaints, []);
  });

  it('opens in words where its file is not what it says', async () => {
    const { page, complaints } = openPage();
    await seedJobs(page, ['Hide plate 7'], true);
    const setup = {
      unit: 'mm',
      isUnitSure: true,
      turn: [1, 0, 0, 0, 1, 0, 0, 0, 1],
      scaleXY: 1,
      scaleZ: 1,
      firstLayer: 0.2,
      layerHeight: 0.2,
    };
    await editStored<object>(page, 'jobs', (job) =>
      Object.assign(job, { content: { kind: 'model', setup } }),
    );
    await page.goto(`/jobs/${PLATE}`);
    await seeText(page, 'Hide plate 7 cannot be opened');
    await seeText(page, 'Its file and plans are kept.');
    await byRole(page, 'button', 'Delete job').click();
    await seeText(page, '1 deleted job');
    assert.deepEqual(complaints, []);
  });
});
