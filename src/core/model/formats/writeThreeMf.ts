import { strToU8, zipSync } from 'fflate';
import { TRIANGLE_STRIDE } from '../mesh';

/** One object of a 3MF file. */
export interface WrittenObject {
  readonly name: string;
  /** `#rrggbb`. */
  readonly colour: string;
  /** Its triangles, mm. */
  readonly corners: Float32Array<ArrayBuffer>;
}

/** Files carry no date, so that the same model gives the same bytes; zip begins in 1980. */
const NO_DATE = new Date(1980, 0, 1);

/** 3MF (Core Specification 1.3) of objects in millimetres, each with its colour. */
export function writeThreeMf(title: string, objects: readonly WrittenObject[]): Uint8Array {
  const bases = objects.map(
    ({ name, colour }) =>
      `<base name="${escaped(name)}" displaycolor="${colour.toUpperCase()}FF"/>`,
  );
  const meshes = objects.map(
    ({ name, corners }, i) =>
      `<object id="${i + 2}" type="model" name="${escaped(name)}" pid="1" pindex="${i}">${meshOf(corners)}</object>`,
  );
  const items = objects.map((_, i) => `<item objectid="${i + 2}"/>`);
  const model = [
    '<?xml version="1.0" encoding="UTF-8"?>',
    '<model unit="millimeter" xml:lang="en" xmlns="http://schemas.microsoft.com/3dmanufacturing/core/2015/02">',
    `<metadata name="Title">${escaped(title)}</metadata>`,
    `<resources><basematerials id="1">${bases.join('')}</basematerials>${meshes.join('')}</resources>`,
    `<build>${items.join('')}</build>`,
    '</model>',
  ].join('\n');
  return zipSync(
    {
      '[Content_Types].xml': strToU8(CONTENT_TYPES),
      '_rels/.rels': strToU8(RELATIONS),
      '3D/3dmodel.model': strToU8(model),
    },
    { mtime: NO_DATE },
  );
}

const CONTENT_TYPES =
  '<?xml version="1.0" encoding="UTF-8"?>\n<Types xmlns="http://schemas.openxmlformats.org/package/2006/content-types"><Default Extension="rels" ContentType="application/vnd.openxmlformats-package.relationships+xml"/><Default Extension="model" ContentType="application/vnd.ms-package.3dmanufacturing-3dmodel+xml"/></Types>';
const RELATIONS =
  '<?xml version="1.0" encoding="UTF-8"?>\n<Relationships xmlns="http://schemas.openxmlformats.org/package/2006/relationships"><Relationship Target="/3D/3dmodel.model" Id="rel0" Type="http://schemas.microsoft.com/3dmanufacturing/2013/01/3dmodel"/></Relationships>';

/** Corners that are the same are written once, as the format wants it. */
function meshOf(corners: Float32Array): string {
  const places = new Map<string, number>();
  const vertices: string[] = [];
  const triangles: string[] = [];
  const vertexAt = (at: number): number => {
    const [x, y, z] = [0, 1, 2].map((k) => String(Number(corners[at + k].toFixed(5))));
    const key = `${x} ${y} ${z}`;
    let place = places.get(key);
    if (place === undefined) {
      places.set(key, (place = vertices.length));
      vertices.push(`<vertex x="${x}" y="${y}" z="${z}"/>`);
    }
    return place;
  };
  for (let i = 0; i < corners.length; i += TRIANGLE_STRIDE) {
    const [a, b, c] = [vertexAt(i), vertexAt(i + 3), vertexAt(i + 6)];
    // A triangle that is a line once its corners are rounded is none.
    if (a !== b && b !== c && c !== a) triangles.push(`<triangle v1="${a}" v2="${b}" v3="${c}"/>`);
  }
  return `<mesh><vertices>${vertices.join('')}</vertices><triangles>${triangles.join('')}</triangles></mesh>`;
}

/** What no XML file may hold (Extensible Markup Language 1.0, production 2): control signs and halves of letters. */
const NO_XML = /[^\t\n\r\u{20}-\u{d7ff}\u{e000}-\u{fffd}\u{10000}-\u{10ffff}]/gu;

const escaped = (text: string): string =>
  text
    .replace(NO_XML, '')
    .replace(/[\t\n\r]+/g, ' ')
    .replace(/[&<>"']/g, (sign) => `&#${sign.charCodeAt(0)};`);
