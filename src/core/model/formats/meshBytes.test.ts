import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { SaxesParser } from 'saxes';
import { MeshBytes } from './meshBytes';

/** A parser that writes down each tag, with the numbers of corners and triangles. */
function listening(heard: string[]): SaxesParser {
  const parser = new SaxesParser({ xmlns: false });
  parser.on('opentag', ({ name, attributes }) => {
    const numbers = Object.entries(attributes)
      .filter(([key]) => /^(x|y|z|v[123])$/.test(key))
      .sort(([a], [b]) => (a < b ? -1 : 1))
      .map(([, value]) => Number(value));
    heard.push([name.replace(/^.*:/, ''), ...numbers].join(' '));
  });
  return parser;
}

/** What a part holds, read by its bytes in pieces of a length and with the parser for the rest. */
function read(xml: string, length: number): string[] {
  const heard: string[] = [];
  const parser = listening(heard);
  const bytes = new TextEncoder().encode(xml);
  const reader = new MeshBytes({
    text: (text) => parser.write(text),
    vertex: (...place) => heard.push(['vertex', ...place].join(' ')),
    triangle: (...corners) => heard.push(['triangle', ...corners].join(' ')),
  });
  for (let at = 0; at < bytes.length; at += length) reader.write(bytes.slice(at, at + length));
  reader.end();
  parser.close();
  return heard;
}

/** The same by the parser alone. */
function parsed(xml: string): string[] {
  const heard: string[] = [];
  listening(heard).write(xml).close();
  return heard;
}

const number = fc.oneof(
  fc.integer({ min: -400, max: 400 }).map(String),
  fc.integer({ min: -40_000, max: 40_000 }).map((n) => (n / 128).toString()),
  fc.constantFrom('1e2', '-2.5E-3', '+7', '.5', '3.', '-0'),
);
const vertex = fc
  .tuple(number, number, number, fc.constantFrom(' ', '\n', ''), fc.boolean(), fc.nat(12))
  .map(([x, y, z, gap, isPrefixed, odd]) => {
    const name = isPrefixed ? 'm:vertex' : 'vertex';
    // Most are plain; some are written as nobody does.
    if (odd === 0)
      return `<!-- <vertex x="9" y="9" z="9"/> --><${name} x="${x}" y="${y}" z="${z}"/>`;
    if (odd === 1) return `<${name} z='${z}' x='${x}' y='${y}'></${name}>`;
    if (odd === 2) return `<${name} x = "${x}" y="${y}" z="${z}" />`;
    if (odd === 3) return `<${name} p="a>b/&gt;é" y="${y}" x="${x}"\tz="${z}"/>`;
    return `<${name} x="${x}" y="${y}" z="${z}"${gap}/>${gap}`;
  });
const part = fc
  .tuple(fc.array(vertex, { maxLength: 12 }), fc.array(fc.nat(99), { maxLength: 9 }))
  .map(
    ([vertices, corners]) =>
      `<?xml version="1.0"?><model name="Déjà"><!-- > --><mesh><vertices>${vertices.join('')}</vertices><m:triangles count='2'>${corners
        .map((v) => `<triangle v1="${v}" v2="${v + 1}" v3="7" p1="0"/>`)
        .join('\r\n')}</m:triangles></mesh><vertices/><![CDATA[ <vertices> ]]></model>`,
  );

describe('the corners and triangles of a 3MF part', () => {
  it('are read by their bytes as the parser reads them, wherever the bytes are cut', () => {
    fc.assert(
      fc.property(part, fc.integer({ min: 1, max: 300 }), (xml, length) => {
        expect(read(xml, length)).toEqual(parsed(xml));
      }),
      { seed: 33, numRuns: 200 },
    );
  });
});
