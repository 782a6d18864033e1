import { stroke, type Area } from '../../src/core/draw/areas';
import { join } from './join';

type Point = readonly [number, number];

/** Digits as strokes in a box 6 wide and 10 high. */
const STROKES: Readonly<Record<string, readonly (readonly Point[])[]>> = {
  '2': [
    [
      [0, 8],
      [1.5, 10],
      [4.5, 10],
      [6, 8],
      [6, 6.5],
      [0, 0],
      [6, 0],
    ],
  ],
  '3': [
    [
      [0, 10],
      [6, 10],
      [3, 6],
      [5, 5.5],
      [6, 3.5],
      [5, 0.8],
      [3, 0],
      [0.5, 0.8],
    ],
  ],
  '4': [
    [
      [4.5, 0],
      [4.5, 10],
      [0, 3],
      [6, 3],
    ],
  ],
  '5': [
    [
      [6, 10],
      [0.5, 10],
      [0.5, 5.5],
      [4, 5.8],
      [6, 3.5],
      [5, 0.6],
      [2.5, 0],
      [0, 0.8],
    ],
  ],
  '6': [
    [
      [5, 10],
      [1.5, 6.5],
      [0, 3],
      [1, 0.6],
      [3, 0],
      [5, 0.6],
      [6, 3],
      [4.5, 5],
      [1.5, 5],
    ],
  ],
  '7': [
    [
      [0, 10],
      [6, 10],
      [2, 0],
    ],
  ],
  '8': [
    [
      [3, 5.3],
      [0.6, 7.6],
      [3, 10],
      [5.4, 7.6],
      [3, 5.3],
    ],
    [
      [3, 5.3],
      [0, 2.6],
      [3, 0],
      [6, 2.6],
      [3, 5.3],
    ],
  ],
  '.': [
    [
      [0, 0],
      [0.1, 0],
    ],
  ],
};

/** Digits `height` mm high with their lower left corner at (x, y), drawn `width` mm thick. */
export function writeDigits(
  text: string,
  x: number,
  y: number,
  height: number,
  width: number,
): Area {
  const scale = height / 10;
  const pieces: Area[] = [];
  let at = x;
  for (const letter of text) {
    for (const line of STROKES[letter] ?? []) {
      pieces.push(
        stroke(
          line.map(([px, py]): Point => [at + px * scale, y + py * scale]),
          width,
        ),
      );
    }
    at += (letter === '.' ? 3 : 9) * scale;
  }
  return join(...pieces);
}
