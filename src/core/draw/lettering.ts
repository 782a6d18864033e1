import { parse, type Font } from 'opentype.js';
import type { PathD } from 'clipper2-ts';
import { join, type Area } from './areas';
import { bezier, CURVE_MM } from './curves';

/** Format signs, control signs and variation selectors: a font has no letter for them, and nobody sees them. */
const UNSEEN = /[\p{Cf}\p{Cc}\p{Zl}\p{Zp}\u{fe00}-\u{fe0f}]/gu;

/** A text as it is drawn: composed (Unicode form C), without signs that nobody sees. Line breaks stay. */
export function drawnText(text: string): string {
  const lines = text.replaceAll('\r\n', '\n').normalize('NFC').split('\n');
  return lines.map((line) => line.replaceAll('\t', ' ').replace(UNSEEN, '')).join('\n');
}

/** A font that was read, to draw letters with. */
export class Lettering {
  private constructor(private readonly font: Font) {}

  /** Reads a font file (TrueType, OpenType or WOFF). Throws when it is none. */
  static from(bytes: ArrayBuffer): Lettering {
    return new Lettering(parse(bytes));
  }

  /** Letters of a text that the font does not have, each once. */
  missing(text: string): string[] {
    const letters = [...new Set([...drawnText(text)])].filter((one) => one.trim() !== '');
    return letters.filter((one) => this.font.charToGlyphIndex(one) === 0);
  }

  /**
   * Lines of text as an area, in the middle of (0, 0).
   * @param size from line to line, mm.
   */
  draw(text: string, size: number): Area {
    const lines = drawnText(text).split('\n');
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
      path.push(...bezier(from, bends, to, CURVE_MM));
    }
  }
  end();
  return found;
}
