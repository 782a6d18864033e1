import { strToU8, zipSync } from 'fflate';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  binaryStl,
  boxTriangles,
  meshXml,
  modelXml,
  textObj,
  textStl,
} from '../../../../tests/support/modelFiles';
import { boxOf, sizeOf, triangleCount } from '../mesh';
import { readModel } from './readModel';
import { firstSetup, guessUnit } from '../setup';
import { Model } from '../model';
import { soundnessOf } from '../soundness';
import { writeStl } from './writeStl';
import { writeThreeMf } from './writeThreeMf';

const BOX = boxTriangles([0, 0, 0], [20, 10, 5]);
const read = (bytes: Uint8Array | string, name = 'part.stl') =>
  readModel(typeof bytes === 'string' ? strToU8(bytes) : bytes, name);

async function meshOf(bytes: Uint8Array | string, name?: string) {
  const found = await read(bytes, name);
  if (!found.ok) throw new Error(found.refusal.message);
  return found.value;
}

async function refusalOf(bytes: Uint8Array | string, name?: string): Promise<string> {
  const found = await read(bytes, name);
  return found.ok ? `taken: ${triangleCount(found.value.mesh)}` : found.refusal.message;
}

/** Text as some programs save it, the lower byte first. */
function twoBytes(text: string, hasMark: boolean): Uint8Array {
  return new Uint8Array(Buffer.from(`${hasMark ? '\ufeff' : ''}${text}`, 'utf16le'));
}

const pack = (model: string, more: Record<string, Uint8Array> = {}): Uint8Array =>
  zipSync({ '3D/3dmodel.model': strToU8(model), ...more });

const ITEM = '<item objectid="1"/>';

describe('every format brings the same box', () => {
  it.each([
    ['binary STL', binaryStl(BOX), 'a.stl'],
    ['binary STL that begins with solid', binaryStl(BOX, 'solid exported by something'), 'a.stl'],
    ['text STL', textStl(BOX), 'a.stl'],
    [
      'text STL with CRLF and capitals',
      textStl(BOX).toUpperCase().replaceAll('\n', '\r\n'),
      'a.STL',
    ],
    ['text STL with exponents', textStl(BOX).replaceAll(' 20', ' 2.0e+1'), 'a.stl'],
    ['OBJ', textObj(BOX), 'a.obj'],
    ['3MF', pack(modelXml(meshXml(1, BOX), ITEM)), 'a.3mf'],
    ['3MF by another name', pack(modelXml(meshXml(1, BOX), ITEM)), 'a.bin'],
    ['3MF by the name of an STL', pack(modelXml(meshXml(1, BOX), ITEM)), 'a.stl'],
    ['binary STL by the name of an OBJ', binaryStl(BOX), 'a.obj'],
    ['text STL by the name of an OBJ', textStl(BOX), 'a.obj'],
    ['OBJ by the name of an STL', textObj(BOX), 'a.stl'],
    ['text STL with decimal commas', textStl(BOX).replaceAll(/ (\d+)/g, ' $1,0'), 'a.stl'],
    ['OBJ with decimal commas', textObj(BOX).replaceAll(/^v.*$/gm, (line) => line.replaceAll(/ (-?\d+)/g, ' $1,00')), 'a.obj'], // prettier-ignore
    ['text STL with a mark at its beginning', `\ufeff${textStl(BOX)}`, 'a.stl'],
    ['OBJ with a mark at its beginning', `\ufeff${textObj(BOX)}`, 'a.obj'],
    ['text STL in two bytes a letter', twoBytes(textStl(BOX), true), 'a.stl'],
    ['text STL in two bytes a letter, without a mark', twoBytes(textStl(BOX), false), 'a.stl'],
    ['OBJ in two bytes a letter', twoBytes(textObj(BOX), true), 'a.obj'],
    ['3MF with decimal commas', pack(modelXml(meshXml(1, BOX), ITEM).replaceAll(/([xyz])="(-?\d+)"/g, '$1="$2,0"')), 'a.3mf'], // prettier-ignore
    ['3MF in two bytes a letter', zipSync({ '3D/3dmodel.model': twoBytes(modelXml(meshXml(1, BOX), ITEM).replace('UTF-8', 'UTF-16'), true) }), 'a.3mf'], // prettier-ignore
  ])('%s', async (_kind, bytes, name) => {
    const { mesh } = await meshOf(bytes, name);
    expect(triangleCount(mesh)).toBe(12);
    expect(sizeOf(boxOf(mesh)!)).toEqual([20, 10, 5]);
    expect(soundnessOf(mesh)).toEqual({ isClosed: true, isOriented: true, volume: 1000 });
  });

  it('reads numbers of all shapes as the language does', () => {
    const shapes = fc.oneof(
      fc.double({ noNaN: true, noDefaultInfinity: true, min: -1e6, max: 1e6 }).map(String),
      fc
        .tuple(fc.integer({ min: -999, max: 999 }), fc.integer({ min: 0, max: 99 }))
        .map(([whole, part]) => `${whole}.${part}`),
      fc.constantFrom('.5', '-.25', '5.', '+3', '1E-3', '1e5', '00012.50', '123456789.123456789'),
    );
    return fc.assert(
      fc.asyncProperty(shapes, shapes, async (x, y) => {
        const text = `solid\nvertex ${x} ${y} 0\nvertex 1 0 0\nvertex 0 1 1\nendfacet\nendsolid\n`;
        const { mesh } = await meshOf(text);
        expect([mesh.corners[0], mesh.corners[1]]).toEqual([Number(x), Number(y)].map(Math.fround));
      }),
      { numRuns: 150 },
    );
  });
});

describe('OBJ', () => {
  it('takes faces of many corners, hollow ones too, with their winding', async () => {
    // A U from above: 3 × 3 less a slot of 1 × 2.
    const u = 'v 0 0 0\nv 3 0 0\nv 3 3 0\nv 2 3 0\nv 2 1 0\nv 1 1 0\nv 1 3 0\nv 0 3 0\n';
    const { mesh } = await meshOf(`${u}f 1 2 3 4 5 6 7 8\n`, 'u.obj');
    let area = 0;
    for (let i = 0; i < mesh.corners.length; i += 9) {
      const c = mesh.corners.subarray(i, i + 9);
      const twice = (c[3] - c[0]) * (c[7] - c[1]) - (c[4] - c[1]) * (c[6] - c[0]);
      expect(twice).toBeGreaterThan(0);
      area += twice / 2;
    }
    expect(area).toBe(7);
  });

  it('takes corners counted from the end, texture places and names', async () => {
    const text = 'o lid\nv 0 0 0\nv 1 0 0\nv 0 1 0\nf -3/1/1 -2//2 -1\no box\nv 0 0 1\nf 1 2 4\n';
    const { mesh } = await meshOf(text, 'a.obj');
    expect(mesh.objects).toEqual([
      { name: 'lid', first: 0, end: 1, colour: null },
      { name: 'box', first: 1, end: 2, colour: null },
    ]);
  });
});

describe('3MF', () => {
  it('puts components together, turned, mirrored and moved, with names and colours', async () => {
    const colours =
      '<basematerials id="9"><base name="b" displaycolor="#3F7FA8FF"/></basematerials>';
    const part = meshXml(1, BOX, 'name="peg" pid="9" pindex="0"');
    // Twice: moved by 100 along x, and mirrored at x = 0.
    const pair =
      '<object id="2" name="pair"><components><component objectid="1" transform="1 0 0 0 1 0 0 0 1 100 0 0"/><component objectid="1" transform="-1 0 0 0 1 0 0 0 1 0 0 0"/></components></object>';
    const build = '<item objectid="2" transform="1 0 0 0 1 0 0 0 1 0 0 7"/>';
    const { mesh, unit } = await meshOf(
      pack(modelXml(colours + part + pair, build, 'inch')),
      'a.3mf',
    );
    expect(unit).toBe('inch');
    expect(boxOf(mesh)).toEqual({ from: [-20, 0, 7], to: [120, 10, 12] });
    expect(mesh.objects).toEqual([{ name: 'pair', first: 0, end: 24, colour: '#3f7fa8' }]);
    // Inside out it would count against the other one.
    expect(soundnessOf(mesh).volume).toBeCloseTo(2000, 3);
  });

  it('follows parts in other files of the archive', async () => {
    const build = '<item objectid="4"/>';
    const main = modelXml(
      '<object id="4"><components><component p:path="/3D/Parts/peg.model" objectid="1"/></components></object>',
      build,
    );
    const bytes = pack(main, {
      '3D/Parts/peg.model': strToU8(modelXml(meshXml(1, BOX), '')),
      '_rels/.rels': strToU8(
        '<Relationships><Relationship Type="http://x/3dmodel" Target="/3D/3dmodel.model"/></Relationships>',
      ),
    });
    expect(triangleCount((await meshOf(bytes, 'a.3mf')).mesh)).toBe(12);
  });

  it('comes back as it was written', async () => {
    const corners = Float32Array.from(BOX.flat(2));
    const bytes = writeThreeMf('A “box” & more', [{ name: '<a>', colour: '#b5493b', corners }]);
    const { mesh, unit } = await meshOf(bytes, 'a.3mf');
    expect([...mesh.corners]).toEqual([...corners]);
    expect(unit).toBe('mm');
    expect(mesh.objects[0]).toMatchObject({ name: '<a>', colour: '#b5493b' });
    expect([...(await meshOf(writeStl(corners))).mesh.corners]).toEqual([...corners]);
  });

  it('writes names that no XML may hold without what it may not', async () => {
    const name = 'Reed\u0000 4\u0007 <\ud800> \ud83d\ude00\nnorth';
    const corners = Float32Array.from(BOX.flat(2));
    const bytes = writeThreeMf(name, [{ name, colour: '#b5493b', corners }]);
    const { mesh } = await meshOf(bytes, 'names.3mf');
    expect(mesh.objects[0].name).toBe('Reed 4 <> \ud83d\ude00 north');
  });

  const bomb = `<!DOCTYPE x [<!ENTITY a "${'x'.repeat(50)}"><!ENTITY b "&a;&a;&a;">]>`;
  const round = '<object id="1"><components><component objectid="1"/></components></object>';
  const doubling = Array.from(
    { length: 30 },
    (_, i) =>
      `<object id="${i + 2}"><components><component objectid="${i + 1}"/><component objectid="${i + 1}"/></components></object>`,
  ).join('');
  it.each([
    [
      'an entity',
      pack(modelXml(meshXml(1, BOX), ITEM).replace('?>', `?>${bomb}`)),
      'document type',
    ],
    ['an unknown entity', pack(modelXml(meshXml(1, BOX, 'name="&b;"'), ITEM)), 'incomplete'],
    ['broken XML', pack(modelXml(meshXml(1, BOX), ITEM).slice(0, -20)), 'incomplete'],
    ['a part in itself', pack(modelXml(round, ITEM)), 'endlessly'],
    [
      'parts that double for ever',
      pack(modelXml(meshXml(1, BOX) + doubling, '<item objectid="31"/>')),
      'endlessly',
    ],
    [
      'a part that is not there',
      pack(modelXml(meshXml(1, BOX), '<item objectid="8"/>')),
      'missing part',
    ],
    [
      'a corner that is not there',
      pack(modelXml(meshXml(1, BOX).replace('v1="0"', 'v1="400"'), ITEM)),
      'missing vertex',
    ],
    [
      'no number',
      pack(modelXml(meshXml(1, BOX).replace('x="20"', 'x="wide"'), ITEM)),
      'not numbers',
    ],
    ['a unit of its own', pack(modelXml(meshXml(1, BOX), ITEM, 'cubit')), 'does not have'],
    ['nothing to build', pack(modelXml(meshXml(1, BOX), '')), 'does not say'],
    ['no model', zipSync({ 'a.txt': strToU8('x') }), 'no model'],
    [
      'a transform of too few numbers',
      pack(modelXml(meshXml(1, BOX), '<item objectid="1" transform="1 0 0"/>')),
      'no valid position',
    ],
  ])('refuses %s', async (_what, bytes, words) => {
    expect(await refusalOf(bytes, 'a.3mf')).toContain(words);
  });

  it('is refused by name where a 3MF needs what is not read', async () => {
    const needing = (place: string): Uint8Array =>
      pack(
        modelXml(meshXml(1, BOX), ITEM).replace(
          '<model ',
          `<model requiredextensions="x" xmlns:x="${place}" `,
        ),
      );
    expect(await refusalOf(needing('http://made.example/beamlattice/2017/02'), 'a.3mf')).toContain(
      'needs the extension “http://made.example/beamlattice/2017/02”',
    );
    const known = 'http://schemas.microsoft.com/3dmanufacturing/production/2015/06';
    expect(await refusalOf(needing(known), 'a.3mf')).toBe('taken: 12');
  });

  it('gives up what unpacks to more than it says', async () => {
    const bytes = pack(modelXml(meshXml(1, BOX) + ' '.repeat(1e6), ITEM));
    const view = new DataView(bytes.buffer, bytes.byteOffset);
    // The directory's word for how large the file in it is.
    const directory = view.getUint32(bytes.length - 6, true);
    expect(view.getUint32(directory, true)).toBe(0x02014b50);
    view.setUint32(directory + 24, 100, true);
    expect(await refusalOf(bytes, 'a.3mf')).toContain('far more');
  });
});

describe('what is damaged gets words', () => {
  const binary = binaryStl(BOX);
  it.each([
    ['nothing', new Uint8Array(0), 'empty'],
    ['a few letters', strToU8('hello there, this is no model'), 'too short'],
    ['a binary file that is cut', binary.subarray(0, 400), 'cut short'],
    ['one that says none', binaryStl([]), 'empty'],
    [
      'a text file that is cut',
      textStl(BOX).slice(0, textStl(BOX).lastIndexOf('endfacet')),
      'cut short',
    ],
    ['a text file without triangles', 'solid a\nendsolid a\n', 'empty'],
    [
      'a triangle of four corners',
      textStl(BOX).replace(' endloop', 'vertex 1 1 1\n endloop'),
      'corners',
    ],
    ['a place that is no number', textStl(BOX).replace('vertex 0', 'vertex nan'), 'not numbers'],
  ])('%s', async (_what, bytes, words) => {
    expect(await refusalOf(bytes)).toContain(words);
  });

  it('says so of numbers that are none in a binary file', async () => {
    const bytes = binaryStl(BOX);
    new DataView(bytes.buffer).setFloat32(84 + 12, NaN, true);
    expect(await refusalOf(bytes)).toContain('not numbers');
  });

  it('never throws, whatever byte is changed', async () => {
    const good = pack(modelXml(meshXml(1, BOX), ITEM));
    const files = [
      [good, 'a.3mf'],
      [strToU8(textObj(BOX)), 'a.obj'],
      [strToU8(textStl(BOX)), 'a.stl'],
    ] as const;
    for (const [bytes, name] of files) {
      for (let at = 0; at < bytes.length; at += 17) {
        const changed = bytes.slice();
        changed[at] ^= 0x15;
        const found = await readModel(changed, name);
        if (found.ok) expect(found.value.mesh.corners.every(Number.isFinite)).toBe(true);
        else expect(found.refusal.message).toMatch(/[.!]$/);
      }
    }
  });
});

describe('soundness', () => {
  const soundness = (triangles: ReturnType<typeof boxTriangles>) =>
    soundnessOf({ corners: Float32Array.from(triangles.flat(2)) });
  it('finds holes, turned faces and surfaces inside out', () => {
    const reversed = BOX.map(([a, b, c]) => [a, c, b] as const);
    expect(soundness(BOX.slice(1)).isClosed).toBe(false);
    expect(soundness([reversed[0], ...BOX.slice(1)])).toMatchObject({
      isClosed: true,
      isOriented: false,
    });
    expect(soundness(reversed)).toEqual({ isClosed: true, isOriented: true, volume: -1000 });
    // A triangle that is a line changes nothing.
    const line = [
      [0, 0, 0],
      [0, 0, 0],
      [1, 1, 1],
    ] as const;
    expect(soundness([...BOX, line])).toMatchObject({ isClosed: true, isOriented: true });
  });

  it('turns round what is inside out when it is placed', async () => {
    const file = await meshOf(binaryStl(BOX.map(([a, b, c]) => [a, c, b] as const)));
    const { mesh, facts } = new Model(file).place(firstSetup(file));
    expect(soundnessOf(mesh).volume).toBeCloseTo(1000, 3);
    expect(facts.notes).toEqual(['The surface was inside out. Lamella flipped it.']);
  });
});

describe('the unit', () => {
  const guess = async (size: number) => {
    const scaled = boxTriangles([0, 0, 0], [size, size / 2, size / 4]);
    return guessUnit(await meshOf(binaryStl(scaled)));
  };
  it('is asked where millimetres would be odd', async () => {
    expect(await guess(84)).toEqual({ unit: 'mm', isUnitSure: true });
    expect(await guess(3.3)).toEqual({ unit: 'inch', isUnitSure: false });
    expect(await guess(0.084)).toEqual({ unit: 'm', isUnitSure: false });
    expect(await guess(700)).toEqual({ unit: 'mm', isUnitSure: false });
    expect(await guess(84_000)).toEqual({ unit: 'micron', isUnitSure: false });
  });
});
