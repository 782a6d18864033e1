import { describe, expect, it } from 'vitest';
import { boxPrint, type BoxStyle } from '../../../tests/support/boxPrints';
import { runJoined } from '../../../tests/support/oracles/joinOracle';
import { bytesOf } from '../../../tests/support/printFiles';
import { USUAL_HOMING, type Homing } from '../printer/homeKinds';
import { ORDINARY_PROFILE, type Printer } from '../printer/printer';
import { readGcode } from '../read/reader';
import { chainFindings } from './chain';

const BASE: Partial<BoxStyle> = { x: 60, y: 60, width: 14, depth: 14, layers: 6 };

function look(texts: readonly string[], printer: Printer = ORDINARY_PROFILE) {
  const files = texts.map((text, i) => ({
    name: `${i + 1}.gcode`,
    fingerprint: text,
    bytes: bytesOf(text),
    reading: readGcode(bytesOf(text), ORDINARY_PROFILE),
  }));
  return chainFindings(files, printer);
}

const codes = (texts: readonly string[]): string[][] =>
  look(texts).map((all) => [...new Set(all.map(({ code }) => code))]);

/** Keeps a file hot and its motors held at the end, and does not home at its start. */
const kept = (text: string): string => text.replace(/M104 S0\nM140 S0\nM84\n$/, '');
const unhomed = (text: string): string => text.replace('G28\n', '');

describe('files printed one after another, as they are', () => {
  it('have nothing against them where the head stays above and everything stays on', () => {
    const top = boxPrint({ x: 62, y: 62, width: 8, from: 1.2, hop: 0.4 });
    expect(codes([kept(boxPrint(BASE)), unhomed(top)])).toEqual([[], ['first-layer-in-air']]);
    const beside = boxPrint({ x: 90, y: 110 });
    expect(codes([kept(boxPrint(BASE)), unhomed(beside)])).toEqual([[], []]);
  });

  it('hit what stands, at the lines at which a printer of plain geometry does', () => {
    const base = boxPrint({ ...BASE, pocket: 4 });
    const inlay = unhomed(boxPrint({ x: 64.5, y: 64.5, width: 5, depth: 5 }));
    const [, found] = look([kept(base), inlay]);
    const hits = found.filter(({ code }) => code === 'hits-print');
    expect(hits[0].line).not.toBeNull();
    const before = kept(base).split('\n').length - 1;
    const { faults } = runJoined(kept(base) + inlay, 5);
    const [line] = faults.map((fault) => Number(fault.split(' ')[0]) - before);
    // The plain printer allows two tenths of a millimetre that the map of cells does not.
    expect(hits[0].line).toBeLessThanOrEqual(line);
    expect(hits[0].at!.x).toBeGreaterThan(60);
    const inside = unhomed(boxPrint({ x: 62, y: 62, width: 8 }));
    expect(codes([kept(boxPrint(BASE)), inside])[1]).toContain('hits-print');
  });

  it('home, probe and let go', () => {
    const beside = boxPrint({ x: 80 });
    expect(codes([boxPrint(BASE), beside])).toEqual([
      ['bed-off', 'nozzle-off', 'motors-off'],
      ['homes-into-print'],
    ]);
    expect(codes([boxPrint(BASE), unhomed(beside)])[1]).toContain('place-lost');
    expect(codes([kept(boxPrint(BASE)), beside.replace('G28', 'G28 X Y')])[1]).toEqual([
      'homes-again',
    ]);
    const probes = codes([kept(boxPrint(BASE)), beside.replace('G28', 'G29')])[1];
    expect(probes).toContain('probes-into-print');
    const corner = look([kept(boxPrint({ x: 5, y: 5 })), boxPrint({ x: 80 })])[1];
    expect(corner.find(({ code }) => code === 'homes-into-print')?.severity).toBe('error');
  });

  it('home beside what stands or into it, once the profile says where', () => {
    const on = (homing: Partial<Homing>): Printer => ({
      ...ORDINARY_PROFILE,
      homing: { ...USUAL_HOMING, ...homing },
    });
    const homes = (printer: Printer, text = boxPrint({ x: 80 })) =>
      look([kept(boxPrint(BASE)), text], printer)[1].map(({ code, severity, message }) => {
        return [code, severity, message];
      });
    expect(homes(on({}))).toEqual([
      ['homes-again', 'note', expect.stringMatching(/beside the part/)],
    ]);
    const [[code, severity, message]] = homes(on({ z: 'place', place: { x: 66, y: 66 } }));
    expect([code, severity]).toEqual(['homes-into-print', 'error']);
    expect(message).toMatch(
      /at X 66 Y 66, where a part 1.20 mm high stands. Move the print at least \d+ mm/,
    );
    expect(homes(on({ z: 'top' }))[0].slice(0, 2)).toEqual(['homes-again', 'note']);
    // At its own height the head goes through the part on its way to the corner.
    const low = boxPrint({ x: 80, y: 61 }).replace('G28', 'G1 X120 Y66 Z0.3\nG28 X Y');
    expect(homes(on({}), low).map(([one, , words]) => [one, words])).toContainEqual([
      'homes-into-print',
      expect.stringMatching(/On its way home at Z 0.30/),
    ]);
    // Homed over the middle, the next travel begins there, and not in the corner.
    const through = boxPrint({ x: 80, y: 61 }).replace(
      'G28',
      'G1 Z20\nG28\nG1 Z0.5\nG1 X85 Y10\nG1 Z20',
    );
    const middle = on({ z: 'place', place: { x: 66, y: 102 } });
    expect(homes(middle, through).map(([one]) => one)).toContain('hits-print');
    expect(homes(on({}), through).map(([one]) => one)).not.toContain('hits-print');
    const area = { minX: 100, maxX: 200, minY: 100, maxY: 200 };
    const probing = boxPrint({ x: 80 }).replace('G28', 'G28\nG29');
    const found = homes(on({ area }), probing).map(([one]) => one);
    expect(found).not.toContain('probes-into-print');
    const whole = { minX: 0, maxX: 200, minY: 0, maxY: 200 };
    expect(homes(on({ area: whole }), probing).map(([one]) => one)).toContain('probes-into-print');
  });

  it('have a skirt that runs through what stands, and a prime line beside which homing is safe', () => {
    const beside = unhomed(boxPrint({ x: 75, y: 60, skirt: true }));
    const [, found] = look([kept(boxPrint(BASE)), beside]);
    const skirt = found.find(({ code }) => code === 'skirt-hits-print');
    expect(skirt?.message).toMatch(/^Its skirt is printed at Z 0.20 where the print is/);
    const [, again] = look([kept(boxPrint({ x: 90, prime: true })), boxPrint({ x: 60 })]);
    expect(again.map(({ severity }) => severity)).not.toContain('error');
  });

  it('print in the air, in one place, or nothing at all', () => {
    const floating = unhomed(boxPrint({ x: 100, from: 1.2, hop: 0.4, skirt: true }));
    const air = codes([kept(boxPrint(BASE)), floating])[1];
    expect(air).toEqual(expect.arrayContaining(['nothing-below', 'skirt-in-air']));
    const flat = boxPrint({ ...BASE, layers: 1 });
    const shared = unhomed(boxPrint({ ...BASE, layers: 2, y: 64 }));
    expect(codes([kept(flat), shared])[1]).toContain('in-one-place');
    expect(codes([flat, flat])[1]).toContain('same-file');
    expect(codes([flat, 'G28\nM104 S200\n'])[1]).toEqual(['no-extrusion']);
    expect(codes(['', 'G28\n'])).toEqual([['no-extrusion'], ['no-extrusion']]);
  });
});
