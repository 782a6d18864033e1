import { readFileSync } from 'node:fs';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { boxOf as meshBox } from '../model/mesh';
import { isManifold } from '../model/manifold';
import { namesIn, onOneBed, placesOn } from './batch';
import { fittingSize, layOutPlate } from './layOut';
import { Lettering } from './lettering';
import { FIRST_PLATE } from './plate';

const font = readFileSync('public/fonts/plain.woff');
const lettering = Lettering.from(font.buffer.slice(font.byteOffset, font.byteOffset + font.length));
const plateOf = (name: string) => ({
  name,
  bodies: layOutPlate({ ...FIRST_PLATE, text: name, name, textSize: 8 }, null, lettering).bodies,
});

describe('a list of names', () => {
  it.each([
    ['typed', 'Reed\nSedge\n\n  Rush \n', ['Reed', 'Sedge', 'Rush']],
    ['with commas in it', 'Reed, Anna\nSedge', ['Reed, Anna', 'Sedge']],
    ['a table with a heading', 'name,group\nReed,1\nSedge,2', ['Reed', 'Sedge']],
    ['a table with semicolons', '\ufeffName;Group\r\nReed;1\r\nSedge;2\r\n', ['Reed', 'Sedge']],
    [
      'a table with quotes',
      'name,group\n"Reed, Anna",1\n"Say ""hi""",2',
      ['Reed, Anna', 'Say "hi"'],
    ],
    ['copied from a sheet', 'Reed\t1\nSedge\t2', ['Reed', 'Sedge']],
    ['the same twice', 'Reed\nReed', ['Reed', 'Reed']],
    ['empty', ' \n ', []],
  ])('is read: %s', (_kind, text, names) => {
    expect(namesIn(text)).toEqual(names);
  });
});

describe('plates on a bed', () => {
  it('have room round each, inside the bed, and as many as fit', () => {
    const number = (min: number, max: number) => fc.double({ min, max, noNaN: true });
    fc.assert(
      fc.property(
        number(20, 120),
        number(20, 120),
        number(60, 300),
        number(60, 300),
        number(1, 20),
        (width, depth, bedWidth, bedDepth, room) => {
          const places = placesOn({ width, depth }, { width: bedWidth, depth: bedDepth, room });
          const along = (bed: number, side: number): number => {
            let count = 0;
            while ((count + 1) * (side + room) + room <= bed + 1e-9) count++;
            return count;
          };
          expect(places).toHaveLength(along(bedWidth, width) * along(bedDepth, depth));
          places.forEach(({ x, y }, i) => {
            expect(x).toBeGreaterThanOrEqual(room - 1e-6);
            expect(x + width).toBeLessThanOrEqual(bedWidth - room + 1e-6);
            expect(y + depth).toBeLessThanOrEqual(bedDepth - room + 1e-6);
            for (const other of places.slice(0, i)) {
              const apart = Math.max(Math.abs(other.x - x) - width, Math.abs(other.y - y) - depth);
              expect(apart).toBeGreaterThanOrEqual(room - 1e-6);
            }
          });
        },
      ),
      { seed: 33, numRuns: 50 },
    );
  });

  it('become one model, with the swaps of all and what each filament takes', () => {
    const plates = ['Reed', 'Sedge', 'Rush'].map(plateOf);
    const places = placesOn(FIRST_PLATE, { width: 220, depth: 220, room: 6 }).slice(0, 3);
    const bed = onOneBed(plates, places);
    expect(bed.names).toEqual(['Reed', 'Sedge', 'Rush']);
    expect(bed.bodies.swaps).toEqual(plates[0].bodies.swaps);
    const [object] = bed.bodies.objects;
    expect(isManifold(object.corners)).toBe(true);
    const box = meshBox(object)!;
    expect(box.from[0]).toBeCloseTo(places[0].x, 3);
    expect(box.to[0]).toBeCloseTo(places[1].x + FIRST_PLATE.width, 3);
    for (const letter of ['B', 'D']) {
      const sum = plates.reduce((all, { bodies }) => all + bodies.mm3[letter], 0);
      expect(bed.bodies.mm3[letter]).toBeCloseTo(sum, 6);
    }
    // Base and colour together are the whole body.
    const mm3 = plates[0].bodies.mm3;
    let volume = 0;
    const c = plates[0].bodies.objects[0].corners;
    for (let i = 0; i < c.length; i += 9)
      volume += (c[i] * (c[i + 4] * c[i + 8] - c[i + 5] * c[i + 7]) + c[i + 1] * (c[i + 5] * c[i + 6] - c[i + 3] * c[i + 8]) + c[i + 2] * (c[i + 3] * c[i + 7] - c[i + 4] * c[i + 6])) / 6; // prettier-ignore
    expect(mm3.B + mm3.D).toBeCloseTo(volume, 0);
  });

  it('have their text made smaller until it fits', () => {
    expect(fittingSize(FIRST_PLATE, null, lettering, 'Reed')).toBe(FIRST_PLATE.textSize);
    const size = fittingSize(FIRST_PLATE, null, lettering, 'Great reed warbler of Quillmarsh');
    expect(size).toBeLessThan(FIRST_PLATE.textSize);
    const { troubles } = layOutPlate({ ...FIRST_PLATE, text: 'Great reed warbler of Quillmarsh', textSize: size }, null, lettering); // prettier-ignore
    expect(troubles).toEqual([]);
  });
});
