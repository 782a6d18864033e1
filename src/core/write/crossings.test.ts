import { describe, expect, it } from 'vitest';
import { boxPrint } from '../../../tests/support/boxPrints';
import { changePrint, PLAIN_CHANGES } from '../../../tests/support/changePrints';
import { nozzleFaults } from '../../../tests/support/oracles/nozzleOracle';
import { runJoined } from '../../../tests/support/oracles/joinOracle';
import { writeJoined } from '../../../tests/support/joinWritten';
import { writeParts } from '../../../tests/support/partsWritten';
import { textOf } from '../../../tests/support/printFiles';
import { broken, proveWritten } from '../../../tests/support/written';

const liftsIn = (text: string): number => text.match(/^; lamella: lift /gm)?.length ?? 0;

describe('a way over what stands', () => {
  // Round the tower lies a frame, whose rows go on beyond it.
  const tower = boxPrint({ x: 66.5, y: 62.5, width: 2, depth: 3, layers: 5 });
  const frame = (onTravel: readonly string[]): string =>
    boxPrint({ x: 60, y: 57, width: 15, depth: 14, layers: 3, pocket: 5, onTravel });
  const joined = async (onTravel: readonly string[]) => {
    const done = await writeJoined([tower, frame(onTravel)], { order: 'as-sliced', dipMm: 3 });
    if (!done.ok) throw new Error(done.refusal.message);
    return done.value;
  };

  it.each([
    ['a fan', ['M106 S90']],
    ['a message', ['M117 going on']],
    ['a time left', ['M73 P40 R9']],
    ['a label', ['M486 S1']],
    ['a retraction', ['G1 E-0.1 F2100', 'G1 E0.1 F2100']],
    ['a lift of its own', ['G0 UP']],
  ])('goes on behind %s between its moves', async (_what, onTravel) => {
    const written = await joined(onTravel);
    const output = textOf(written.output);
    expect(broken(await proveWritten(written))).toEqual([]);
    expect(runJoined(output, 3).faults).toEqual([]);
    // One lift for a travel, whatever interrupts it.
    expect(liftsIn(output)).toBe(liftsIn(textOf((await joined(['; nothing'])).output)));
    expect(liftsIn(output)).toBeGreaterThan(5);
  });

  it('is led over it in one file too, where a filament runs ahead of another', async () => {
    const text = changePrint({
      layout: 'islands',
      gap: 1,
      layers: Array.from({ length: 4 }, () => [0, 1]),
      onTravel: () => ['M106 S120'],
    });
    const written = await writeParts(text, ['A', 'B'], { order: 'colour-by-colour', dipMm: 0.4 });
    const output = textOf(written.output);
    expect(liftsIn(output)).toBeGreaterThan(0);
    expect(broken(await proveWritten(written))).toEqual([]);
    expect(broken(await proveWritten(written, written.output, null))).toEqual([]);
    expect(nozzleFaults(text, output, (tool) => 'AB'[tool], 0.4)).toEqual([]);
    // Without its lift, a travel comes to what stands.
    const bare = output.replace(/^; lamella: lift 1 [^]*?; lamella: end lower 1\n/m, '');
    expect((await proveWritten(written, new TextEncoder().encode(bare))).ok).toBe(false);
  });

  it('is no way through a line that two filaments share, whatever dip is allowed', async () => {
    const text = changePrint({ ...PLAIN_CHANGES, layout: 'shared line' });
    for (const dipMm of [0.2, 0.6, 2]) {
      const written = await writeParts(text, ['A', 'B'], { order: 'colour-by-colour', dipMm });
      expect(broken(await proveWritten(written))).toEqual([]);
      expect(nozzleFaults(text, textOf(written.output), (tool) => 'AB'[tool], dipMm)).toEqual([]);
    }
  });
});
