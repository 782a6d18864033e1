import { describe, expect, it } from 'vitest';
import { bytesOf } from '../../../tests/support/printFiles';
import { readGcode } from '../read/reader';
import { Words } from '../gcode/lines/words';
import { scanLine } from '../gcode/lines/scan';
import { Heater } from './heating';
import { limitsAfter } from './limitCommands';
import { ORDINARY_PRINTER } from './limits';

const secondsOf = (text: string) => readGcode(bytesOf(text), ORDINARY_PRINTER).seconds;
const { nozzlePerSecond, bedPerSecond, ambient } = ORDINARY_PRINTER.heating;

describe('PrintClock', () => {
  it('waits for heat at the given rate, and only for what is missing', () => {
    const nozzle = (200 - ambient) / nozzlePerSecond;
    expect(secondsOf('M109 S200\n').heating).toBeCloseTo(nozzle);
    expect(secondsOf('M109 S200\nM109 S200\n').heating).toBeCloseTo(nozzle);
    expect(secondsOf(`M104 S200\nG4 S${nozzle / 2}\nM109 S200\n`).heating).toBeCloseTo(nozzle / 2);
    const bed = (60 - ambient) / bedPerSecond;
    expect(secondsOf('M104 S200\nM190 S60\nM109 S200\n').heating).toBeCloseTo(bed);
  });

  it('counts dwell and homing', () => {
    expect(secondsOf('G4 P1500\nG4 S2\n')).toMatchObject({ dwell: 3.5, motion: 0 });
    expect(secondsOf('G28\n').motion).toBe(ORDINARY_PRINTER.homingSeconds);
    expect(secondsOf('G29\n').motion).toBe(ORDINARY_PRINTER.probingSeconds);
  });

  it('counts a retraction of the firmware as one of the file, of as much filament', () => {
    const row = (pull: string, push: string): string =>
      `M83\nG1 X50 E2 F3000\n${pull}\nG0 X60 F3000\n${push}\nG1 X110 E2 F3000\n`;
    const own = secondsOf(row('G1 E-3 F1800', 'G1 E3 F1800')).motion;
    const firmware = secondsOf(`M207 S3 F1800\n${row('G10', 'G11')}`).motion;
    expect(firmware).toBeCloseTo(own, 9);
  });

  it('obeys limits that the file sets', () => {
    const move = 'G1 X100 E5 F6000\n';
    const slow = secondsOf(`M204 P100\n${move}`).motion;
    expect(slow).toBeCloseTo(2 * Math.sqrt(100 / 100), 3);
    expect(secondsOf(`M220 S50\n${move}`).motion).toBeGreaterThan(secondsOf(move).motion * 1.5);
  });
});

describe('Heater', () => {
  it('waits for cooling only when asked to', () => {
    const heater = new Heater(2, 20);
    heater.aim(200, 0);
    heater.aim(180, 1000);
    expect(heater.secondsToTarget(1000, false)).toBe(0);
    expect(heater.secondsToTarget(1000, true)).toBeCloseTo(20);
  });
});

describe('limitsAfter', () => {
  const after = (line: string) => {
    const words = new Words();
    const bytes = bytesOf(line);
    scanLine(bytes, 0, bytes.length, words);
    return limitsAfter(ORDINARY_PRINTER.limits, words);
  };

  it.each([
    ['M201 X900 E4000', { acceleration: { x: 900, e: 4000, y: 2000 } }],
    ['M203 X200 Z10', { maxFeed: { x: 200, z: 10, e: 60 } }],
    ['M203 X12000 Y12000 Z600', { maxFeed: { x: 200, y: 200, z: 10 } }],
    ['M204 S800', { acceleration: { print: 800, travel: 800, retract: 1500 } }],
    ['M204 P700 R900 T1100', { acceleration: { print: 700, travel: 1100, retract: 900 } }],
    ['M205 X10 E4', { corner: { kind: 'jerk', x: 10, y: 10, e: 4 } }],
    ['M205 J0.02', { corner: { kind: 'deviation', mm: 0.02 } }],
    ['M205 S3', { minimumFeed: 3 }],
  ])('understands %s', (line, expected) => {
    expect(after(line)).toMatchObject(expected);
  });
});
