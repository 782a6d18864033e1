import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { bytesOf } from '../../../tests/support/printFiles';
import { LineStream } from '../gcode/lineStream';
import { NO_SETTINGS } from '../recipe/settings';
import { BlockFinder, blockLines, blockTitle, MUTE } from './blocks';

function find(text: string, chunk = 1 << 20): BlockFinder {
  const finder = new BlockFinder();
  const stream = new LineStream((bytes, end, base) => finder.read(bytes, end, base));
  const bytes = bytesOf(text);
  for (let at = 0; at < bytes.length; at += chunk) stream.push(bytes.subarray(at, at + chunk));
  stream.finish();
  finder.finish();
  return finder;
}

const title = { kind: 'swap', index: 1, count: 2, layer: 11, filament: 'Reed green' } as const;
const block = (index: number, layer: number): string =>
  `${blockLines({ ...title, index, layer }, NO_SETTINGS, ['M600']).join('\n')}\n`;
const closing = '; lamella: end swap 1\n';

describe('BlockFinder', () => {
  it('finds blocks and what was taken out, with their places', () => {
    const text = `G28\n${block(1, 11)}G1 X1\n${MUTE}M600\n${block(2, 30)}`;
    const { blocks, mutes, insertions, brokenLine } = find(text);
    expect(brokenLine).toBeNull();
    expect(blocks).toMatchObject([
      { ...title, line: 2, lines: 3 },
      { index: 2, layer: 30, line: 7 },
    ]);
    expect(text.slice(blocks[0].start, blocks[0].end)).toBe(block(1, 11));
    expect(text.slice(mutes[0].start, mutes[0].end)).toBe(MUTE);
    expect(mutes[0].line).toBe(6);
    expect(insertions.map(({ start }) => start)).toEqual([
      blocks[0].start,
      mutes[0].start,
      blocks[1].start,
    ]);
  });

  it('finds the same whatever the chunks', () => {
    const text = `G28\n${block(1, 11)}${MUTE}PAUSE\n${block(2, 30)}G1 X1\n`;
    const { blocks, mutes } = find(text);
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 90 }), (size) => {
        const again = find(text, size);
        expect([again.blocks, again.mutes]).toEqual([blocks, mutes]);
      }),
      { seed: 89, numRuns: 40 },
    );
  });

  it.each([
    ['never closed', block(1, 11).split('\n').slice(0, 2).join('\n'), 1],
    ['closed twice', `${block(1, 11)}${closing}`, 4],
    ['closed under another number', block(1, 11).replace('end swap 1', 'end swap 2'), 3],
    ['opened inside another', `${blockTitle(title)}\n${block(2, 12)}`, 1],
    ['with something taken out inside', block(1, 11).replace('M600', `${MUTE}M600`), 2],
    ['an unknown line of Lamella’s', '; lamella: something else\n', 1],
  ])('reports a block %s', (_name, text, line) => {
    expect(find(text).brokenLine).toBe(line);
  });

  it('reads what a block says to change on purpose', () => {
    const settings = { nozzle: 215, fan: 60, flow: null, speed: 87.5 };
    const lines = blockLines({ ...title, kind: 'heat' }, settings, ['M104 S215']);
    expect(lines[1]).toBe('; lamella: sets nozzle 215, fan 60, speed 87.5');
    expect(find(`${lines.join('\n')}\n`).blocks).toMatchObject([{ kind: 'heat', settings }]);
    expect(find('; lamella: sets nozzle 215\n').brokenLine).toBe(1);
  });

  it('reads the macro that a block stops by', () => {
    const lines = blockLines(title, NO_SETTINGS, ['BRING_SPOOL'], 'BRING_SPOOL');
    expect(find(`${lines.join('\n')}\n`).blocks).toMatchObject([{ stopWord: 'BRING_SPOOL' }]);
    expect(find('; lamella: stops by BRING_SPOOL\n').brokenLine).toBe(1);
  });

  it('leaves other comments alone', () => {
    expect(
      find('; lamellar structure\n;lamella: swap\nG1 X1 ; lamella: end swap 1\n').foundAny,
    ).toBe(false);
  });
});
