import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { decodeText, readShelfCsv, shelfCsv } from './shelfCsv';
import { ordinarySpool } from './spool';
import { parseSpool } from './spoolFile';

const read = (text: string) => readShelfCsv(text, () => 'x');
const spoolIn = (text: string) => {
  const [row] = read(text);
  return 'spool' in row ? row.spool : null;
};

describe('a shelf in a spreadsheet', () => {
  it.each(['=1+1', '+49', '-3 °C', '@sum', "'=1+1", "''=x"])(
    'shows %j as text, and gives it back',
    (text) => {
      const csv = shelfCsv([ordinarySpool({ id: 'x', name: text, note: text })]);
      const cells = csv.split('\n')[1].split(/,(?=(?:[^"]*"[^"]*")*[^"]*$)/);
      for (const cell of [cells[0], cells.at(-1) ?? '']) {
        expect(cell.replace(/^"/, '')).toMatch(/^'/);
      }
      expect(spoolIn(csv)).toMatchObject({ name: text, note: text });
    },
  );

  it('leaves an apostrophe alone that is only one', () => {
    const csv = shelfCsv([ordinarySpool({ id: 'x', name: "'Tis fog", note: "it's dry" })]);
    expect(spoolIn(csv)).toMatchObject({ name: "'Tis fog", note: "it's dry" });
  });

  it('never begins a text so that it is worked out', () => {
    const text = fc.string({ minLength: 1, maxLength: 40 }).filter((one) => one.trim() === one);
    fc.assert(
      fc.property(text, (note) => {
        const csv = shelfCsv([ordinarySpool({ id: 'x', name: 'Fog', note })]);
        const cell = csv.slice(csv.lastIndexOf(',"') + 2);
        if (csv.includes(',"')) expect(cell).not.toMatch(/^[=+@\t\r-]/);
        expect(spoolIn(csv)?.note).toBe(note);
      }),
    );
  });
});

describe('the letters of a file', () => {
  const text = 'name,note\nNebel,grün und blaß\n';
  const latin = Uint8Array.from(text, (letter) => letter.charCodeAt(0));
  const utf16 = new Uint8Array([0xff, 0xfe, ...[...text].flatMap((one) => [one.charCodeAt(0), 0])]);

  it.each([
    ['utf-8', new TextEncoder().encode(text)],
    ['windows-1252', latin],
    ['utf-16', utf16],
  ])('are read from %s', (encoding, bytes) => {
    const decoded = decodeText(bytes);
    expect(decoded.encoding).toBe(encoding);
    expect(spoolIn(decoded.text)?.note).toBe('grün und blaß');
  });
});

describe('a stored spool', () => {
  const spool = ordinarySpool({ id: 'fog', name: 'Fog' });

  it('is read as it was written', () => {
    expect(parseSpool(JSON.parse(JSON.stringify(spool)))).toEqual({ ok: true, value: spool });
  });

  it('gets what an older one lacks', () => {
    const { reserved: _none, hidingDepth: _depth, ...older } = spool;
    expect(parseSpool(older)).toEqual({ ok: true, value: spool });
  });

  it.each([
    ['no name', { ...spool, name: ' ' }],
    ['a text for grams', { ...spool, gramsLeft: '40' }],
    ['a colour that is none', { ...spool, colour: 'grey' }],
    ['half a range', { ...spool, nozzle: { from: 200 } }],
    ['a reservation without its job', { ...spool, reserved: [{ grams: 3 }] }],
    ['nothing', null],
    ['a list', [spool]],
  ])('is refused with %s', (_what, stored) => {
    expect(parseSpool(stored)).toMatchObject({ ok: false, refusal: { code: 'bad-record' } });
  });
});
