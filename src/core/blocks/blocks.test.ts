import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { bytesOf } from '../../../tests/support/printFiles';
import { LineStream } from '../gcode/lines/lineStream';
import { NO_PROMISES } from '../recipe/promises';
import { BlockFinder, blockLines, blockTitle, MUTE, NO_WORDS } from './blocks';

function find(text: string, chunk = 1 << 20): BlockFinder {
  const finder = new BlockFinder();
  const stream = new LineStream((bytes, end, base) => finder.read(bytes, end, base));
  const bytes = bytesOf(text);
  for (let at = 0; at < bytes.length; at += chunk) stream.push(bytes.subarray(at, at + chunk));
  stream.finish();
  finder.finish();
  return finder;
}

const title = {
  kind: 'swap',
  index: 1,
  count: 2,
  layer: 11,
  inside: false,
  filament: 'Reed green',
} as const;
const block = (index: number, layer: number): string =>
  `${blockLines({ ...title, index, layer }, NO_WORDS, ['M600']).join('\n')}\n`;
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
    const lines = blockLines({ ...title, kind: 'rewrite' }, { ...NO_WORDS, settings }, [
      'M104 S215',
    ]);
    expect(lines[1]).toBe('; lamella: sets nozzle 215, fan 60, speed 87.5');
    expect(find(`${lines.join('\n')}\n`).blocks).toMatchObject([{ kind: 'rewrite', settings }]);
    expect(find('; lamella: sets nozzle 215\n').brokenLine).toBe(1);
  });

  it('reads the macro that a block stops by', () => {
    const lines = blockLines(title, { ...NO_WORDS, stopWord: 'BRING_SPOOL' }, ['BRING_SPOOL']);
    expect(find(`${lines.join('\n')}\n`).blocks).toMatchObject([{ stopWord: 'BRING_SPOOL' }]);
    expect(find('; lamella: stops by BRING_SPOOL\n').brokenLine).toBe(1);
  });

  it('reads what a block says that it does', () => {
    const promises = { ...NO_PROMISES, stops: 1, unloads: 101, clears: 60.5, keepsMotors: true };
    const lines = blockLines(title, { ...NO_WORDS, promises }, ['M0']);
    expect(lines[1]).toBe(
      '; lamella: does stops 1, unloads 101 mm, purges 60.5 mm, keeps the motors on',
    );
    expect(find(`${lines.join('\n')}\n`).blocks).toMatchObject([{ promises }]);
    expect(
      find(`${[lines[0], '; lamella: does magic', ...lines.slice(2)].join('\n')}\n`).brokenLine,
    ).toBe(2);
  });

  it('reads which lines in it are a person’s own', () => {
    const own = ['; lamella: own lines 2', 'M117 Hello', 'G4 P1', '; lamella: end of own lines'];
    const lines = blockLines(title, NO_WORDS, [...own, 'M600']);
    expect(find(`${lines.join('\n')}\n`).blocks).toMatchObject([
      { own: [{ count: 2, firstLine: 3, lastLine: 4 }] },
    ]);
    const open = lines.filter((line) => line !== own[3]);
    expect(find(`${open.join('\n')}\n`).brokenLine).toBe(6);
  });

  it('still reads blocks of heat as they once were written', () => {
    const old = '; lamella: heat 1 of 1, before layer 4, B\nM104 S230\n; lamella: end heat 1\n';
    expect(find(old).blocks).toMatchObject([{ kind: 'rewrite', layer: 4 }]);
  });

  it('leaves other comments alone', () => {
    expect(
      find('; lamellar structure\n;lamella: swap\nG1 X1 ; lamella: end swap 1\n').foundAny,
    ).toBe(false);
  });
});
