import { afterAll, beforeAll, expect, it, vi } from 'vitest';
import { writePrint } from '../../../tests/support/printFiles';
import { plainRecipe } from '../recipe/recipe';
import type * as Table from '../gcode/commandTable';

const TABLE = '../gcode/commandTable';

/** What writes and proves, as it is with the table of this test. */
const fresh = () => import('../../../tests/support/written');
let withAdded: Awaited<ReturnType<typeof fresh>>;

/** The table with one more change command, as somebody may add it. Everything that reads it is reloaded. */
beforeAll(async () => {
  vi.resetModules();
  const real = await vi.importActual<typeof Table>('../gcode/commandTable');
  const added: Table.CommandFacts = {
    ...{ letters: 'XYZE', acts: true, stops: { uses: ['change'] } },
    words: 'another filament change',
  };
  const all = new Map([...real.M_COMMANDS, [650, added]]);
  const commandsWith = (key: keyof Table.CommandFacts) =>
    new Map([...all].flatMap(([code, facts]) => (key in facts ? [[code, facts[key]]] : [])));
  vi.doMock(TABLE, () => ({ ...real, M_COMMANDS: all, commandsWith }));
  withAdded = await fresh();
});

afterAll(() => {
  vi.doUnmock(TABLE);
  vi.resetModules();
});

const said = async (change: Readonly<Record<string, number>>): Promise<string> => {
  const { broken, proveWritten, writeSwaps } = withAdded;
  const recipe = { ...plainRecipe('change-command', 'M650'), change };
  const written = await writeSwaps(writePrint({ layers: 6 }), { layers: [3], recipe });
  const [planned, alone] = [
    await proveWritten(written),
    await proveWritten(written, written.output, null),
  ];
  expect(planned.ok).toBe(alone.ok);
  return broken(planned).join(' ');
};

it('holds a change command that was added to its place, as those that were there', async () => {
  expect(await said({})).toBe('');
  expect(await said({ X: 5, Y: 200, Z: 20 })).toBe('');
  expect(await said({ X: 900, Y: 5, Z: 20 })).toMatch(/out of the machine’s reach/);
  expect(await said({ X: 55, Y: 55, Z: 20 })).toMatch(/where the file prints/);
  expect(await said({ X: 5, Y: 200, Z: -2 })).toMatch(/lowers the head/);
});
