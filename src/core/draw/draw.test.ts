import { readFileSync } from 'node:fs';
import qr from 'qrcode';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { analysePrint } from '../print/analysis';
import { layModel } from '../model/layModel';
import { Model } from '../model/model';
import { readModel } from '../model/formats/readModel';
import { firstSetup } from '../model/setup';
import { soundnessOf } from '../model/soundness';
import { writeThreeMf } from '../model/formats/writeThreeMf';
import { disc, rectangle, type Area } from './areas';
import { bodiesOf } from './bodies';
import { moduleOf, type Bitmap } from './code';
import { drawnText, Lettering } from './lettering';
import { narrowPlaces } from './narrowPlaces';
import { FIRST_PLATE, FONTS, heightOf, MOST_INKS, textChange, type PlateDrawing } from './plate';
import { boxOf } from './box';
import { regionsOf } from './regions';
import { sizedPicture } from './picture';
import type { Pixels } from './flatColours';
import { tracePicture } from './tracing';

const lettering = (name: string): Lettering => {
  const bytes = readFileSync(`public/fonts/${name}.woff`);
  return Lettering.from(bytes.buffer.slice(bytes.byteOffset, bytes.byteOffset + bytes.length));
};
/** Size of an area by the shoelace formula, holes taken off. */
const sizeOfArea = (area: Area): number =>
  area.reduce(
    (all, path) =>
      all +
      path.reduce((sum, { x, y }, i) => {
        const next = path[(i + 1) % path.length];
        return sum + (x * next.y - next.x * y) / 2;
      }, 0),
    0,
  );

const NOTHING = { letters: [], picture: [] };
const TWO_INKS = {
  ...FIRST_PLATE,
  inks: [
    { letter: 'B', layers: 4 },
    { letter: 'F', layers: 3 },
  ],
  textInk: 1,
};
const plate = (part: Partial<PlateDrawing> = {}, letters: Area = centred(30, 8)) => {
  const drawing = { ...TWO_INKS, ...part };
  const regions = regionsOf(drawing, { letters, picture: [] });
  return { drawing, regions, bodies: bodiesOf(drawing, regions) };
};
const centred = (w: number, h: number): Area => rectangle(-w / 2, -h / 2, w, h);

describe('the name of a plate', () => {
  it('follows its text until it is named by hand', () => {
    const typed = { ...FIRST_PLATE, ...textChange(FIRST_PLATE, 'North wall\n  hide 7') };
    expect(typed.name).toBe('North wall hide 7');
    const named = { ...typed, name: 'Sign for the gate' };
    expect({ ...named, ...textChange(named, 'South wall') }).toMatchObject({
      name: 'Sign for the gate',
      text: 'South wall',
    });
    // A name that was taken away follows again.
    expect(textChange({ ...named, name: ' ' }, 'South wall').name).toBe('South wall');
    expect(textChange(typed, 'x'.repeat(200)).name).toHaveLength(80);
  });
});

describe('letters', () => {
  it('are composed before they are drawn, and signs that nobody sees are left out', () => {
    const font = lettering('plain');
    const drawn = (text: string): number => sizeOfArea(font.draw(text, 20));
    // An e with its accent behind it, and as one letter.
    expect(drawnText('cafe\u0301')).toBe('café');
    expect(drawn('cafe\u0301')).toBeCloseTo(drawn('caf\u00e9'), 6);
    // A soft hyphen, a joiner, a mark of direction, a bell, a selector of a look.
    const unseen = 'Re\u00ade\u200dd\u200e \u00074\ufe0f';
    expect(drawnText(unseen)).toBe('Reed 4');
    expect(font.missing(unseen)).toEqual([]);
    expect(drawn(unseen)).toBeCloseTo(drawn('Reed 4'), 6);
    expect(drawnText('one\r\ntwo\nthree')).toBe('one\ntwo\nthree');
    // What the font lacks is still named.
    expect(font.missing('Reed ☂')).toEqual(['☂']);
  });

  it.each(Object.keys(FONTS))(
    'of the font %s stand in the middle, as high as they should',
    (name) => {
      const font = lettering(name);
      const box = boxOf(font.draw('HIDE 7', 20));
      expect(Math.abs(box.left + box.right)).toBeLessThan(2);
      expect(box.back - box.front).toBeGreaterThan(9);
      expect(box.back - box.front).toBeLessThan(20);
      expect(font.missing('Hide Ж 7 ö')).toEqual(['Ж']);
    },
  );

  it('keep the holes in them', () => {
    const font = lettering('plain');
    const area = (text: string): number => sizeOfArea(font.draw(text, 20));
    const box = boxOf(font.draw('o', 20));
    expect(area('o')).toBeLessThan(0.8 * (box.right - box.left) * (box.back - box.front));
    expect(area('oo')).toBeCloseTo(2 * area('o'), 0);
  });
});

describe('a plate', () => {
  it('gives every colour a height in whole layers, and says the swaps', () => {
    const { drawing, bodies } = plate();
    expect(bodies.swaps).toEqual([
      { layer: 9, letter: 'B' },
      { layer: 13, letter: 'F' },
    ]);
    expect(bodies.layers).toBe(15);
    expect(bodies.height).toBe(3);
    expect(heightOf({ ...drawing, firstLayer: 0.24 }, 10)).toBe(2.04);
    // A colour in which nothing is drawn takes no layer.
    const bare = plate({ border: 0 });
    expect(bare.bodies.swaps).toEqual([{ layer: 9, letter: 'F' }]);
    expect(bare.bodies.layers).toBe(11);
  });

  it('has its steps where the swaps are, once it is saved and read again', async () => {
    const { bodies, drawing } = plate();
    const objects = bodies.objects.map((one) => ({ ...one, colour: '#808080' }));
    const file = await readModel(writeThreeMf('plate', objects), 'plate.3mf');
    if (!file.ok) throw new Error(file.refusal.message);
    const setup = { ...firstSetup(file.value), ...drawing };
    const reading = layModel(new Model(file.value).place(setup), setup, 1.75);
    expect(analysePrint(reading).steps.map(({ layer }) => layer)).toEqual(
      bodies.swaps.map(({ layer }) => layer),
    );
    expect(reading.layers.length).toBe(bodies.layers);
  });

  const sizes = fc.record({
    width: fc.integer({ min: 30, max: 120 }),
    depth: fc.integer({ min: 25, max: 80 }),
    radius: fc.integer({ min: 0, max: 60 }),
    border: fc.constantFrom(0, 1.2, 3),
    holes: fc.constantFrom(0, 1, 2) as fc.Arbitrary<0 | 1 | 2>,
    arrangement: fc.constantFrom('heights', 'beside') as fc.Arbitrary<'heights' | 'beside'>,
    face: fc.constantFrom('up', 'down') as fc.Arbitrary<'up' | 'down'>,
  });

  it('is closed, whatever its numbers, and its volume is that of its areas', () => {
    fc.assert(
      fc.property(sizes, (part) => {
        const { bodies, regions, drawing } = plate(part, centred(12, 6));
        let volume = 0;
        for (const { corners } of bodies.objects) {
          const sound = soundnessOf({ corners });
          expect(sound).toMatchObject({ isClosed: true, isOriented: true });
          volume += sound.volume;
        }
        const ground = heightOf(drawing, drawing.baseLayers);
        const [low, high] = regions.inks.map(sizeOfArea);
        if (drawing.arrangement === 'heights') {
          const tops = [low > 0 ? 12 : 8, low > 0 ? 15 : 11].map(
            (n) => heightOf(drawing, n) - ground,
          );
          const expected = sizeOfArea(regions.base) * ground + low * tops[0] + high * tops[1];
          expect(volume / expected).toBeCloseTo(1, 3);
        } else {
          const deep = bodies.layers - drawing.baseLayers;
          const face =
            drawing.face === 'down' ? heightOf(drawing, deep) : deep * drawing.layerHeight;
          const back = bodies.height - face;
          const shown = low + high + sizeOfArea(regions.ground);
          expect(volume / (sizeOfArea(regions.base) * back + shown * face)).toBeCloseTo(1, 3);
        }
      }),
      { numRuns: 24 },
    );
  });

  it('keeps colours apart by a line, side by side, and mirrors what lies face down', () => {
    const word = rectangle(-10, -3, 14, 6);
    const { regions, bodies, drawing } = plate({ arrangement: 'beside', face: 'down' }, word);
    // Grown by less than the gap they still do not touch.
    const [text] = boxes(regions.inks[1]);
    const grown = { left: text.left - 0.44, right: text.right + 0.44 };
    const edges = regions.ground.flat().filter(({ y }) => Math.abs(y - drawing.depth / 2) < 3);
    expect(edges.every(({ x }) => x <= grown.left || x >= grown.right)).toBe(true);
    // The word stands left of the middle of itself; the bed shows it on the other side.
    const corners = bodies.objects.at(-1)!.corners;
    const xs = [...corners].filter((_, i) => i % 3 === 0);
    expect(Math.min(...xs)).toBeCloseTo(drawing.width - text.right, 3);
    expect(Math.min(...[...corners].filter((_, i) => i % 3 === 2))).toBe(0);
  });

  it('says when what is drawn does not fit', () => {
    expect(plate({}, centred(95, 8)).regions.troubles[0]).toContain('95.0 × 8.0 mm');
    expect(plate().regions.troubles).toEqual([]);
    expect(regionsOf({ ...TWO_INKS, border: 30 }, NOTHING).troubles[0]).toContain('border');
  });
});

const boxes = (area: Area) => area.map((path) => boxOf([path]));

describe('places that are too narrow for the line', () => {
  const at = (letters: Area) => {
    const { regions, drawing } = plate({ border: 0, textInk: 0 }, letters);
    return narrowPlaces(regions, drawing);
  };
  it('are found by their width', () => {
    const bar = (w: number): Area => centred(w, 10);
    expect(at(bar(0.3)).lost.length).toBe(1);
    expect(at(bar(0.7))).toMatchObject({ lost: [] });
    expect(at(bar(0.7)).thin.length).toBe(1);
    expect(at(bar(2))).toEqual({ lost: [], thin: [], closed: [] });
    // Two bars with a gap between them.
    const pair = (gap: number): Area => [
      ...rectangle(-4 - gap / 2, -5, 4, 10),
      ...rectangle(gap / 2, -5, 4, 10),
    ];
    expect(at(pair(0.3)).closed.length).toBe(1);
    expect(at(pair(1)).closed).toEqual([]);
    // Round and slanting edges are no narrow places.
    expect(at(disc(0, 0, 8))).toEqual({ lost: [], thin: [], closed: [] });
  });
});

/** Pixels drawn by a function of the place. */
function pixels(width: number, height: number, colourAt: (x: number, y: number) => number): Pixels {
  const data = new Uint8ClampedArray(width * height * 4);
  for (let i = 0; i < width * height; i++) {
    const rgb = colourAt(i % width, Math.floor(i / width));
    data.set([rgb >> 16, (rgb >> 8) & 255, rgb & 255, 255], i * 4);
  }
  return { width, height, data };
}

/** Eight colours. */
const STRIPES = [0x000000, 0xc00000, 0xc80020, 0x00c000, 0x0000c0, 0xc0c000, 0x00c0c0, 0xd000c8];

describe('tracing', () => {
  it('draws flat colours with their areas, without the ground', () => {
    const made = tracePicture(
      pixels(300, 200, (x, y) => {
        if (Math.hypot(x - 80, y - 100) < 50) return 0x203040;
        return x > 180 && x < 260 && y > 60 && y < 140 ? 0xc03020 : 0xffffff;
      }),
      'a.png',
    );
    if (!made.ok) throw new Error(made.refusal.message);
    expect(made.value.colours.map(({ colour }) => colour).sort()).toEqual(['#203040', '#c03020']);
    // One unit is the height of all of it: the disc's 100 pixels.
    const [dark, red] = ['#203040', '#c03020'].map(
      (colour) => made.value.colours.find((one) => one.colour === colour)!.area,
    );
    expect(sizeOfArea(dark)).toBeCloseTo(Math.PI / 4, 1);
    expect(sizeOfArea(red)).toBeCloseTo(0.79 * 0.79, 1);
    expect(sizeOfArea(sizedPicture(made.value, 20).flat())).toBeCloseTo(
      400 * (Math.PI / 4 + 0.62),
      -2,
    );
    expect(made.value.moduleSide).toBe(null);
  });

  it('names the colour with the largest area first, however many pieces another one has', () => {
    const made = tracePicture(
      pixels(300, 200, (x, y) => {
        if (Math.hypot(x - 90, y - 100) < 70) return 0x203040;
        return x > 190 && x % 30 < 15 && y > 20 && y < 180 && y % 30 < 15 ? 0xc03020 : 0xffffff;
      }),
      'a.png',
    );
    const colours = made.ok ? made.value.colours : [];
    expect(colours.map(({ colour }) => colour)).toEqual(['#203040', '#c03020']);
    expect(colours[1].area.length).toBeGreaterThan(colours[0].area.length);
  });

  it.each([
    ['white', 0xffffff],
    ['black', 0x000000],
    ['white and black', null],
  ])('draws %s on a transparent ground', (_name, rgb) => {
    const picture = pixels(200, 100, (x) => rgb ?? (x < 100 ? 0xffffff : 0x000000));
    for (let i = 0; i < 200 * 100; i++) {
      const [x, y] = [i % 200, Math.floor(i / 200)];
      const isDrawn = y > 20 && y < 80 && x > 20 && x < 180 && (x < 80 || x > 120);
      picture.data[4 * i + 3] = isDrawn ? 255 : 0;
    }
    const made = tracePicture(picture, 'a.png');
    if (!made.ok) throw new Error(made.refusal.message);
    // One unit is the height of what is drawn: two squares.
    expect(made.value.colours).toHaveLength(rgb === null ? 2 : 1);
    expect(sizeOfArea(made.value.colours.flatMap(({ area }) => area))).toBeCloseTo(2, 1);
  });

  it('keeps five colours that lie near each other, and makes none of their soft edges', () => {
    const FIVE = [0x203040, 0xc03020, 0xe0a030, 0x30a060, 0xc04a50];
    const hard = (x: number, y: number): number => {
      const i = Math.floor((x - 20) / 50);
      return y > 20 && y < 80 && x > 20 && i < 5 && (x - 20) % 50 < 40 ? FIVE[i] : 0xffffff;
    };
    // Each pixel is the mean of those around: edges three pixels wide.
    const soft = (x: number, y: number): number => {
      const around = [-1, 0, 1].flatMap((dx) => [-1, 0, 1].map((dy) => hard(x + dx, y + dy)));
      const part = (shift: number): number =>
        Math.round(around.reduce((sum, one) => sum + ((one >> shift) & 255), 0) / 9);
      return (part(16) << 16) | (part(8) << 8) | part(0);
    };
    const made = tracePicture(pixels(280, 100, soft), 'a.png');
    if (!made.ok) throw new Error(made.refusal.message);
    const { colours, notes } = made.value;
    const found = colours.map(({ colour }) => Number.parseInt(colour.slice(1), 16));
    const rising = (a: number, b: number): number => a - b;
    expect(found.sort(rising)).toEqual(FIVE.toSorted(rising));
    expect(notes).toEqual([]);
    for (const { area } of colours) expect(sizeOfArea(area)).toBeCloseTo(40 / 59, 1);
  });

  it('says which colours it had to join', () => {
    const made = tracePicture(
      pixels(300, 60, (x, y) => (y > 10 && y < 50 ? STRIPES[Math.floor(x / 37.5)] : 0xffffff)),
      'a.png',
    );
    expect(made.ok && made.value.colours).toHaveLength(MOST_INKS);
    expect(made.ok && made.value.notes.join()).toMatch(/#\w+ is drawn as #\w+: a plate takes 6/);
  });

  it('refuses photographs and empty pictures in words', () => {
    const shaded = tracePicture(
      pixels(200, 200, (x, y) => ((x * 1.2) << 16) | ((y * 1.2) << 8) | ((x + y) * 0.6)),
      'p.jpg',
    );
    expect(shaded.ok ? '' : shaded.refusal.message).toContain('photo');
    const empty = tracePicture(
      pixels(50, 50, () => 0xffffff),
      'e.png',
    );
    expect(empty.ok ? '' : empty.refusal.message).toContain('empty');
  });
});

describe('codes to scan', () => {
  /** A code as a bitmap, drawn by a package that knows nothing of this. */
  function codeOf(text: string, scale: number): Bitmap {
    const { modules } = qr.create(text, { errorCorrectionLevel: 'M' });
    const quiet = 4;
    const side = (modules.size + 2 * quiet) * scale;
    const dark = Uint8Array.from({ length: side * side }, (_, i) => {
      const [column, row] = [i % side, Math.floor(i / side)].map(
        (n) => Math.floor(n / scale) - quiet,
      );
      const inside = column >= 0 && row >= 0 && column < modules.size && row < modules.size;
      return inside && modules.get(row, column) ? 1 : 0;
    });
    return { width: side, height: side, dark };
  }

  it('are known by their marks, with the side of a module', () => {
    fc.assert(
      fc.property(
        fc.string({ minLength: 1, maxLength: 60 }),
        fc.integer({ min: 2, max: 9 }),
        (text, scale) => {
          expect(moduleOf(codeOf(text, scale))).toBeCloseTo(scale, 1);
        },
      ),
      { numRuns: 20 },
    );
  });

  it.each([1, 2, 3, 7])('are drawn by their modules of %i px', (scale) => {
    const { width, height, dark } = codeOf('https://quillmarsh.example/hide/7', scale);
    const made = tracePicture(
      pixels(width, height, (x, y) => (dark[y * width + x] ? 0x000000 : 0xffffff)),
      'code.png',
    );
    if (!made.ok) throw new Error(made.refusal.message);
    const { colours, moduleSide } = made.value;
    const { modules } = qr.create('https://quillmarsh.example/hide/7', {
      errorCorrectionLevel: 'M',
    });
    expect(colours).toHaveLength(1);
    expect(moduleSide).toBeCloseTo(1 / modules.size, 4);
    const count = modules.data.reduce((sum, one) => sum + one, 0);
    expect(sizeOfArea(colours[0].area)).toBeCloseTo(count / modules.size ** 2, 4);
  });

  it('are not seen where there are none', () => {
    const stripes = {
      width: 90,
      height: 90,
      dark: Uint8Array.from({ length: 8100 }, (_, i) => (i >> 2) & 1),
    };
    expect(moduleOf(stripes)).toBe(null);
    const discs = Uint8Array.from({ length: 8100 }, (_, i) =>
      Math.hypot((i % 90) - 45, Math.floor(i / 90) - 45) < 30 ? 1 : 0,
    );
    expect(moduleOf({ ...stripes, dark: discs })).toBe(null);
  });
});
