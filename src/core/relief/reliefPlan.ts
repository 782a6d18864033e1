import { HATCHES } from '../filament/hatches';
import type { PaletteFilament } from '../filament/palette';
import type { ReliefSpool, Stack } from './stack';

/** The filaments of a stack, each spool with a letter of its own, in the order in which they are loaded. */
export function reliefPalette(
  stack: Stack,
  spools: readonly ReliefSpool[],
): readonly PaletteFilament[] {
  const used = [...new Set(stack.map(({ spool }) => spool))];
  return used.map((place, i): PaletteFilament => {
    const { id, name, colour, hidingDepth } = spools[place];
    return {
      letter: letterOf(i),
      name,
      colour,
      hatch: HATCHES[i % HATCHES.length],
      hidingDepth,
      spoolId: id,
    };
  });
}

/** The swaps of a stack: the layer before which each comes, and the letter that is loaded. */
export function reliefSwaps(stack: Stack): { readonly layer: number; readonly letter: string }[] {
  const used = [...new Set(stack.map(({ spool }) => spool))];
  let layer = 1;
  return stack.flatMap(({ spool, layers }, i) => {
    const from = layer;
    layer += layers;
    return i === 0 ? [] : [{ layer: from, letter: letterOf(used.indexOf(spool)) }];
  });
}

const letterOf = (place: number): string => String.fromCharCode('A'.charCodeAt(0) + place);
