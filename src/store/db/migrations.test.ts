import 'fake-indexeddb/auto';
import { openDB } from 'idb';
import { describe, expect, it } from 'vitest';
import { ordinarySpool } from '@/core/filament/shelf/spool';
import { packedCells } from '@/core/geometry/packedCells';
import { emptyPlan } from '@/core/plan/jobPlan';
import { bookOf } from '@/core/plan/file/planBook';
import { RECORDS_VERSION } from '@/core/bundle/form';
import { checkMigrations, DB_VERSION, ID_KEY, LONG_AGO, migrate, MIGRATIONS } from './migrations';

const plan = emptyPlan('cd'.repeat(32));
const cells = new Uint16Array([3, 3, 3, 4]);

describe('migrations', () => {
  it('refuses a list with a gap or a double', () => {
    const run = () => {};
    expect(() =>
      checkMigrations([
        { to: 1, run },
        { to: 3, run },
      ]),
    ).toThrow(/2 is numbered 3/);
    expect(() =>
      checkMigrations([
        { to: 1, run },
        { to: 1, run },
      ]),
    ).toThrow(/2 is numbered 1/);
  });

  it('are thought of where records are saved to files', () => {
    // Records of an older shape in such a file have to be brought to the newest as well.
    expect(RECORDS_VERSION).toBe(DB_VERSION);
  });

  it.each(MIGRATIONS.map(({ to }) => to - 1))(
    'brings version %d to the newest shape',
    async (from) => {
      const name = `from-${from}`;
      const upTo = MIGRATIONS.filter(({ to }) => to <= from);
      if (from > 0) {
        const old = await openDB(name, from, {
          upgrade: (db, before, _to, tx) => migrate(db as never, before, tx as never, upTo),
        });
        // Each cell of a picture was a number once.
        const picture = from < 2 ? {} : { picture: { columns: 2, rows: 2, top: cells } };
        const deleted = from < 6 ? {} : { deleted: null };
        const content = { kind: 'model', setup: { unit: 'inch' } };
        const made = from < 10 ? { model: { unit: 'inch' } } : { content };
        await old.put('jobs', { id: 'old', name: 'Old job', ...picture, ...deleted, ...made });
        const book = from < 3 ? plan : bookOf(plan);
        const plans = from < 6 ? book : { id: 'old', revision: 1, book, aside: [] };
        await old.put('plans', plans, 'old');
        const { reserved: _none, ...spool } = ordinarySpool({ id: 'old', name: 'Old spool' });
        if (from === 4) await old.put('spools', spool);
        old.close();
      }
      const db = await openDB(name, DB_VERSION, {
        upgrade: (one, before, _to, tx) => migrate(one as never, before, tx as never),
      });
      if (from > 0) {
        const content = { kind: 'model', setup: { unit: 'inch' } };
        const picture = from < 2 ? null : { columns: 2, rows: 2, packed: packedCells(cells) };
        const job = { id: 'old', name: 'Old job', picture, deleted: null, content };
        expect(await db.get('jobs', 'old')).toEqual(job);
        const plans = { id: 'old', revision: 1, book: bookOf(plan), aside: [] };
        expect(await db.get('plans', 'old')).toEqual(plans);
      }
      if (from > 0 && from < 9) expect(await db.get('changes', 'jobs/old')).toBe(LONG_AGO);
      if (from === 4) expect((await db.get('spools', 'old'))?.reserved).toEqual([]);
      expect(await db.get('meta', ID_KEY)).toMatch(/^[0-9a-f-]{36}$/);
      expect([...db.objectStoreNames].sort()).toEqual([
        'changes',
        'entries',
        'files',
        'jobs',
        'measurements',
        'meta',
        'photos',
        'plans',
        'printers',
        'runs',
        'spools',
      ]);
      db.close();
    },
  );

  it('passes over what is no record, instead of losing the rest with it', async () => {
    const upTo = MIGRATIONS.filter(({ to }) => to <= 4);
    const old = await openDB('odd', 4, {
      upgrade: (db, before, _to, tx) => migrate(db as never, before, tx as never, upTo),
    });
    await old.put('plans', 'no book', 'odd');
    old.close();
    const db = await openDB('odd', DB_VERSION, {
      upgrade: (one, before, _to, tx) => migrate(one as never, before, tx as never),
    });
    expect(await db.get('plans', 'odd')).toMatchObject({ id: 'odd', book: 'no book' });
    db.close();
  });
});
