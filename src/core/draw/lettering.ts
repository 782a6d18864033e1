import { parse, type Font } from 'opentype.js';
import type { PathD } from 'clipper2-ts';
import { join, type Area } from './areas';

/** Curves are drawn in so many pieces. */
const PIECES = 8;

/** A font that was read, to draw letters with. */
export class Lettering {
  private constructor(private readonly font: Font) {}

  /** Reads a font file (TrueType, OpenType or WOFF). Throws when it is none. */
  static from(bytes: ArrayBuffer): Lettering {
    return new Lettering(parse(bytes));
  }

  /** Letters of a text that the font does not have, each once. */
  missing(text: string): string[] {
    const letters = [...new Set([...text])].filter((one) => one.trim() !== '');
    return letters.filter((one) => this.font.charToGlyphIndex(one) === 0);
  }

  /**
   * Lines of text as an area, in the middle of (0, 0).
   * @param size from line to line, mm.
   */
  draw(text: string, size: number): Area {
    const lines = text.split('\n');
    const { unitsPerEm, ascender, descender } = this.font;
    const scale = size / unitsPerEm;
    // What a line takes is as high as its letters with room for those that hang down.
    const middle = ((ascender + descender) / 2) * scale;
    return lines.flatMap((line, i) => {
      const wide = this.font.getAdvanceWidth(line, size);
      const y = ((lines.length - 1) / 2 - i) * size - middle;
      return this.drawLine(line, size, -wide / 2, y);
    });
  }

  private drawLine(line: string, size: number, x: number, y: number): Area {
    // Letters overlap where they are kerned: each is an area of its own first.
    const glyphs = this.font
      .getPaths(line, 0, 0, size)
      .map(({ commands }) => join(outlines(commands)));
    return join(...glyphs).map((path) => path.map((point) => ({ x: point.x + x, y: point.y + y })));
  }
}

type Command = ReturnType<Font['getPath']>['commands'][number];

/** Outlines of a letter, y upwards, curves in short pieces. */
function outlines(commands: readonly Command[]): Area {
  const found: Area = [];
  let path: PathD = [];
  const end = (): void => {
    if (path.length > 2) found.push(path);
    path = [];
  };
  for (const command of commands) {
    if (command.type === 'Z') end();
    else if (command.type === 'M') {
      end();
      path.push({ x: command.x, y: -command.y });
    } else if (command.type === 'L') path.push({ x: command.x, y: -command.y });
    else {
      const from = path[path.length - 1] ?? { x: command.x, y: -command.y };
      const to = { x: command.x, y: -command.y };
      const bends =
        command.type === 'Q'
          ? [{ x: command.x1, y: -command.y1 }]
          : [
              { x: command.x1, y: -command.y1 },
              { x: command.x2, y: -command.y2 },
            ];
      path.push(...bezier(from, bends, to));
    }
  }
  end();
  return found;
}

type Point = PathD[number];

/** Points along a Bézier curve after its beginning (de Casteljau). */
export function bezier(from: Point, bends: readonly Point[], to: Point): PathD {
  return Array.from({ length: PIECES }, (_, i) => {
    const t = (i + 1) / PIECES;
    let points = [from, ...bends, to];
    while (points.length > 1) {
      points = points.slice(1).map((q, k) => ({
        x: points[k].x + (q.x - points[k].x) * t,
        y: points[k].y + (q.y - points[k].y) * t,
      }));
    }
    return points[0];
  });
}
