import { expect, it } from 'vitest';
import { bytesOf } from '../../../tests/support/printFiles';
import { blockLines, BlockFinder, NO_WORDS } from './blocks';

it('a block names all its parts, and is found whole, however many there are', () => {
  const prints = Array.from({ length: 60 }, (_, i) => {
    return { part: `1a2b3c4d.T${i}`, anew: i % 2 === 0 };
  });
  const title = { index: 1, count: 1, layer: 2, inside: true, filament: 'Ochre' };
  const lines = blockLines({ kind: 'swap', ...title }, { ...NO_WORDS, prints }, ['M600']);
  const bytes = bytesOf(`${lines.join('\n')}\n`);
  const finder = new BlockFinder();
  finder.read(bytes, bytes.length, 0);
  finder.finish();
  expect(finder.brokenLine).toBeNull();
  expect(finder.blocks[0].prints).toEqual(prints);
});
