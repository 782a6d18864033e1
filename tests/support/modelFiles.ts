/** One triangle, three corners each of x, y, z. */
export type Tri = readonly [readonly number[], readonly number[], readonly number[]];

/** A box from one corner to the other, wound counter-clockwise from outside. */
export function boxTriangles(from: readonly number[], to: readonly number[]): Tri[] {
  const at = (i: number): number[] => [0, 1, 2].map((k) => ((i >> k) & 1 ? to[k] : from[k]));
  const quads = [
    [0, 2, 3, 1],
    [4, 5, 7, 6],
    [0, 1, 5, 4],
    [2, 6, 7, 3],
    [0, 4, 6, 2],
    [1, 3, 7, 5],
  ];
  return quads.flatMap(([a, b, c, d]): Tri[] => [
    [at(a), at(b), at(c)],
    [at(a), at(c), at(d)],
  ]);
}

/** Triangles as text STL. */
export function textStl(triangles: readonly Tri[], name = 'thing'): string {
  const facets = triangles.map(
    (corners) =>
      `facet normal 0 0 0\n outer loop\n${corners.map((one) => `  vertex ${one.join(' ')}\n`).join('')} endloop\nendfacet\n`,
  );
  return `solid ${name}\n${facets.join('')}endsolid ${name}\n`;
}

/** Triangles as OBJ, every corner written once for each use. */
export function textObj(triangles: readonly Tri[]): string {
  const places = triangles.flat().map((one) => `v ${one.join(' ')}`);
  const faces = triangles.map((_, i) => `f ${3 * i + 1} ${3 * i + 2} ${3 * i + 3}`);
  return [...places, ...faces, ''].join('\n');
}

/** Triangles as binary STL. */
export function binaryStl(triangles: readonly Tri[], head = ''): Uint8Array<ArrayBuffer> {
  const bytes = new Uint8Array(84 + triangles.length * 50);
  bytes.set(new TextEncoder().encode(head).subarray(0, 80));
  const view = new DataView(bytes.buffer);
  view.setUint32(80, triangles.length, true);
  triangles.forEach((corners, i) =>
    corners.flat().forEach((value, k) => view.setFloat32(84 + i * 50 + 12 + 4 * k, value, true)),
  );
  return bytes;
}

/** A model part of a 3MF file. */
export function modelXml(resources: string, build: string, unit = 'millimeter'): string {
  return `<?xml version="1.0"?><model unit="${unit}" xmlns="http://schemas.microsoft.com/3dmanufacturing/core/2015/02" xmlns:p="http://schemas.microsoft.com/3dmanufacturing/production/2015/06"><resources>${resources}</resources><build>${build}</build></model>`;
}

/** A mesh object of a 3MF part. */
export function meshXml(id: number, triangles: readonly Tri[], attributes = ''): string {
  const vertices = triangles.flat().map(([x, y, z]) => `<vertex x="${x}" y="${y}" z="${z}"/>`);
  const faces = triangles.map(
    (_, i) => `<triangle v1="${3 * i}" v2="${3 * i + 1}" v3="${3 * i + 2}"/>`,
  );
  return `<object id="${id}" type="model" ${attributes}><mesh><vertices>${vertices.join('')}</vertices><triangles>${faces.join('')}</triangles></mesh></object>`;
}
