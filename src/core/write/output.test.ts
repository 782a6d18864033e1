import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { arbitraryStyle, bytesOf, textOf, writePrint } from '../../../tests/support/printFiles';
import { spiralPrint } from '../../../tests/support/stateFiles';
import { proveWritten, writeSwaps, type Written } from '../../../tests/support/written';
import { sourceOf } from '../byteSource';
import type { StopPlace } from '../plan/stopPlace';
import { requestFindings } from './request/requestFindings';
import { blockTitle } from '../blocks/blocks';
import { findBlocks } from '../blocks/findBlocks';
import { stripBlocks } from '../blocks/strip';

const write = (
  text: string,
  layers: readonly number[],
  stopAt: StopPlace = 'restart',
  takesOut = false,
): Promise<Written> => writeSwaps(text, { layers, stopAt, takesOut });

async function withoutBlocks(output: Uint8Array): Promise<string> {
  const stripped = await stripBlocks(output);
  if (!stripped.ok) throw new Error(stripped.refusal.message);
  return textOf(stripped.value);
}

const arbitraryJob = fc.tuple(
  arbitraryStyle,
  fc.uniqueArray(fc.integer({ min: 2, max: 9 }), { minLength: 1, maxLength: 5 }),
  fc.constantFrom<StopPlace>('restart', 'before-travel'),
);

describe('writing swaps', () => {
  it('gives the input back, byte for byte, when the blocks are taken out, and is proven', async () => {
    await fc.assert(
      fc.asyncProperty(arbitraryJob, async ([style, wanted, stopAt]) => {
        const text = writePrint(style);
        const inside = wanted.filter((layer) => layer <= style.layers);
        fc.pre(inside.length > 0);
        const written = await write(text, inside, stopAt);
        expect(await withoutBlocks(written.output)).toBe(text);
        const proof = await proveWritten(written);
        expect(proof.checks.filter((check) => !check.ok)).toEqual([]);
        expect((await proveWritten(written, written.output, null)).ok).toBe(true);
      }),
      { seed: 53, numRuns: 80 },
    );
  });

  it('writes blocks in the line ending of the file', async () => {
    for (const ending of ['\n', '\r\n', '\r'] as const) {
      const text = writePrint({ ending });
      const { output } = await write(text, [3]);
      const added = textOf(output)
        .replaceAll(ending, '')
        .match(/[\r\n]/);
      expect(added).toBeNull();
    }
  });

  it('stands where the travel has ended and the filament is still retracted', async () => {
    const { output } = await write(writePrint(), [3]);
    const lines = textOf(output).split('\n');
    const at = lines.indexOf('M600');
    expect(lines.slice(at - 2, at)).toEqual([
      '; lamella: swap 1 of 1, before layer 3, Filament 3',
      '; lamella: does stops 1',
    ]);
    expect(lines[at - 3]).toMatch(/^G0 X50 Y50 Z0.64/);
    expect(lines.slice(at + 1, at + 3)).toEqual(['M82', '; lamella: end swap 1']);
    expect(lines[at + 3]).toMatch(/^G1 E/);
  });

  it('stands right behind the last extrusion when asked to', async () => {
    const { output } = await write(writePrint(), [3], 'before-travel');
    const lines = textOf(output).split('\n');
    expect(lines[lines.indexOf('M600') - 3]).toMatch(/^G1 X.* E/);
  });

  it('stands on the crossing of a height in a spiral, and is proven', async () => {
    const written = await write(spiralPrint(), [3]);
    expect((await proveWritten(written)).ok).toBe(true);
    const after = textOf(written.output).split('end swap 1\n')[1];
    expect(Number(/Z([\d.]+)/.exec(after)?.[1])).toBeCloseTo(written.reading.layers[2].z, 2);
  });

  it('writes names as plain ASCII on one line', () => {
    const title = blockTitle({
      kind: 'swap',
      index: 1,
      inside: false,
      count: 1,
      layer: 2,
      filament: 'Bläu\ngrün ☃',
    });
    expect(title).toBe('; lamella: swap 1 of 1, before layer 2, Blaeugruen');
  });

  it('takes stops of the file out by a mark that can be taken away again', async () => {
    const stops = ['M600 ; first', 'PAUSE', 'M0 Change now'];
    const text = stops.reduce(
      (made, stop, i) => made.replace(`; layer ${i + 1}`, `${stop}\n; layer ${i + 1}`),
      writePrint(),
    );
    const written = await write(text, [3, 5], 'restart', true);
    const lines = textOf(written.output).split('\n');
    expect(lines.filter((line) => line.startsWith('; lamella: taken out: '))).toHaveLength(3);
    expect(await withoutBlocks(written.output)).toBe(text);
    const proof = await proveWritten(written);
    expect(proof.checks.filter((check) => !check.ok)).toEqual([]);
    expect(proof.checks.filter((check) => /is removed/.test(check.message))).toHaveLength(3);
  });

  it('keeps stops of the file when they are not answered', async () => {
    const text = writePrint().replace('; layer 2', 'M600\n; layer 2');
    const written = await write(text, [4]);
    expect((await proveWritten(written)).ok).toBe(true);
    expect(textOf(written.output).match(/^M600$/gm)).toHaveLength(2);
  });

  it('keeps a stop at the layer of a swap as well, and says that it doubles', async () => {
    const text = writePrint().replace('; layer 2', 'M600\n; layer 2');
    const written = await write(text, [3, 5]);
    expect(textOf(written.output)).not.toContain('taken out');
    expect((await proveWritten(written)).ok).toBe(true);
    const { reading, request } = written;
    expect(requestFindings(reading, request)).toMatchObject([{ code: 'doubled-stop' }]);
  });

  it('takes nothing out that nobody asked for', async () => {
    const text = writePrint().replace('; layer 2', 'M600\n; layer 2');
    const written = await write(text, [4], 'restart', true);
    const proof = await proveWritten(written, written.output, { ...written.request, takeOut: [] });
    expect(proof.checks.find(({ ok }) => !ok)?.message).toMatch(/without being planned/);
    const kept = await write(text, [4]);
    const asked = { ...kept.request, takeOut: kept.reading.stops };
    expect((await proveWritten(kept, kept.output, asked)).ok).toBe(false);
  });

  it('replaces swaps that it wrote before instead of doubling them', async () => {
    const first = await write(writePrint(), [3]);
    const again = await write(await withoutBlocks(first.output), [4]);
    expect(textOf(again.output).match(/^M600$/gm)).toHaveLength(1);
    expect(await withoutBlocks(again.output)).toBe(writePrint());
  });

  it('refuses a file that already holds swaps of its own', async () => {
    const { output } = await write(writePrint(), [3]);
    await expect(write(textOf(output), [4])).rejects.toThrow(/contains swaps by Lamella/);
  });

  it('refuses a file that is cut off', async () => {
    await expect(write(`${writePrint()}G1 X5 Y`, [3])).rejects.toThrow(/middle of a line/);
  });
});

describe('the proof', () => {
  const damage: readonly [string, (text: string) => string, number][] = [
    ['a changed byte outside of the blocks', (t) => t.replace('G28', 'G29'), 1],
    ['a line added outside', (t) => t.replace('G28', 'G28\nM106'), 1],
    ['the end cut off', (t) => t.slice(0, -5), 1],
    ['a block that is not closed', (t) => t.replace('; lamella: end swap 1\n', ''), 1],
    ['a block closed under another number', (t) => t.replace('end swap 1', 'end swap 2'), 1],
    ['a block without its first line', (t) => t.replace(/; lamella: swap 1.*\n/, ''), 1],
    ['a lift that is not taken back', (t) => t.replace('M600', 'M600\nG1 Z40'), 2],
    ['a move that is not taken back', (t) => t.replace('M600', 'G1 X0\nM600'), 2],
    ['relative mode left on', (t) => t.replace('M600', 'M600\nG91'), 2],
    ['extrusion mode changed', (t) => t.replace('M82\n; lamella: end', 'M83\n; lamella: end'), 2],
    ['extrusion mode not said again', (t) => t.replace('M82\n; lamella: end', '; lamella: end'), 2],
    ['another extruder number', (t) => t.replace('M600', 'M600\nG92 E0'), 2],
    ['another feed rate', (t) => t.replace('M600', 'M600\nG1 F100'), 2],
    ['another temperature', (t) => t.replace('M600', 'M104 S190\nM600'), 2],
    ['the fan changed', (t) => t.replace('M600', 'M106 S10\nM600'), 2],
    ['inches', (t) => t.replace('M600', 'M600\nG20'), 2],
    ['filament pushed', (t) => t.replace('M600', 'M600\nG1 E900'), 2],
    ['motors released', (t) => t.replace('M600', 'M600\nM84'), 2],
    ['no stop', (t) => t.replace('M600\n', ''), 4],
    ['two stops', (t) => t.replace('M600', 'M600\nM0'), 4],
    ['another layer in the title', (t) => t.replace('before layer 3', 'before layer 4'), 4],
    ['another count', (t) => t.replace('1 of 2', '1 of 3'), 4],
    ['a move taken out', (t) => t.replace(/^(G1 X70 Y50 )/m, '; lamella: taken out: $1'), 4],
    ['one block missing', (t) => t.replace(/; lamella: swap 2[^]*end swap 2\n/, ''), 4],
  ];

  it.each(damage)('catches %s', async (_name, harm, check) => {
    const written = await write(writePrint(), [3, 4]);
    const text = textOf(written.output);
    const harmed = harm(text);
    expect(harmed).not.toBe(text);
    const proof = await proveWritten(written, bytesOf(harmed));
    expect(proof.ok).toBe(false);
    const broken = proof.checks.filter((one) => !one.ok);
    expect(broken.map((one) => one.check)).toContain(check);
  });

  it('catches a block that was moved to another layer', async () => {
    const written = await write(writePrint(), [3]);
    const [block] = (await findBlocks(sourceOf(written.output))).blocks;
    const text = textOf(written.output);
    const taken = text.slice(block.start, block.end);
    const rest = text.slice(0, block.start) + text.slice(block.end);
    const elsewhere = rest.replace('; layer 3\n', `; layer 3\n${taken}`);
    const proof = await proveWritten(written, bytesOf(elsewhere));
    const wrong = proof.checks.filter((one) => !one.ok);
    expect(wrong.map(({ check, message }) => `${check} ${message}`)).toEqual([
      '4 Swap 1 is not right before layer 3.',
      '4 In layer 3, Filament 3 is planned, but unnamed is loaded.',
    ]);
  });

  it('names the line that breaks it', async () => {
    const written = await write(writePrint(), [3]);
    const harmed = textOf(written.output).replace('M600', 'M600\nG91');
    const proof = await proveWritten(written, bytesOf(harmed));
    const line = proof.checks.find((one) => !one.ok)?.line ?? 0;
    expect(harmed.split('\n')[line - 1]).toBe('; lamella: end swap 1');
  });

  it('fails for a file without swaps', async () => {
    const written = await write(writePrint(), [3]);
    expect((await proveWritten(written, written.input, null)).ok).toBe(false);
  });
});
