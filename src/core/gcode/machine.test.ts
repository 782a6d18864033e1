import { describe, expect, it } from 'vitest';
import { bytesOf } from '../../../tests/support/printFiles';
import type { ArcGeometry } from './curves/arc';
import { Effect } from './effect';
import { Machine } from './machine';
import { scanLine } from './lines/scan';
import { Words } from './lines/words';

function run(text: string, machine = new Machine()): Machine & { last: number } {
  const words = new Words();
  const bytes = bytesOf(text);
  let last: number = Effect.None;
  for (let at = 0; at < bytes.length;) {
    at = scanLine(bytes, at, bytes.length, words);
    last = machine.execute(words, bytes);
  }
  return Object.assign(machine, { last });
}

describe('Machine', () => {
  it.each([
    ['absolute moves', 'G1 X10 Y5\nG1 X12', { x: 12, y: 5 }],
    ['relative moves', 'G91\nG1 X10\nG1 X-3', { x: 7 }],
    ['inches', 'G20\nG1 X1 F60', { x: 25.4, feed: 25.4 }],
    ['an origin moved by G92', 'G1 X10\nG92 X0\nG1 X5', { x: 15, offsetX: 10 }],
    ['G92 without arguments', 'G1 X10 E4\nG92\nG1 X1 E1', { x: 11, e: 5 }],
    ['G92.1', 'G1 X10\nG92 X0\nG92.1\nG1 X5', { x: 5 }],
    ['homing one axis', 'G1 X10 Y10 Z5\nG28 X', { x: 0, y: 10, z: 5 }],
    ['tools', 'T2', { tool: 2 }],
    [
      'temperatures and fan',
      'M109 S205\nM190 R60\nM106 S128',
      { nozzleTarget: 205, bedTarget: 60, fan: 128 },
    ],
    ['factors', 'M220 S50\nM221 S95', { speedFactor: 0.5, flowFactor: 0.95 }],
    ['motors off', 'M84', { motorsReleased: true }],
    ['motors of the extruder off', 'M84 E', { motorsReleased: false }],
    ['firmware retraction', 'G10', { firmwareRetracted: true }],
    ['a tool offset by G10', 'G10 P1 X2', { firmwareRetracted: false }],
  ])('keeps %s', (_name, text, expected) => {
    expect(run(text)).toMatchObject(expected);
  });

  it('keeps relative extrusion through G91 and G90 when M83 said so', () => {
    const machine = run('M83\nG1 X1 E2\nG91\nG1 Z1 E-1\nG90\nG1 X2 E3');
    expect(machine.e).toBeCloseTo(4);
  });

  it('takes E as relative while G91 is in force, and goes back to absolute', () => {
    const machine = run('M82\nG1 X1 E10\nG91\nG1 Z1 E-1\nG90\nG1 X2 E12');
    expect(machine.e).toBeCloseTo(12);
  });

  it('counts only filament that stays', () => {
    const machine = run('M82\nG1 X10 E5\nG1 E4.2\nG0 X20\nG1 E5\nG1 X30 E7');
    expect(machine.filament).toBeCloseTo(7);
    expect(machine.retracted).toBe(0);
  });

  it('does not take un-retracting on the way for printing', () => {
    expect(run('M83\nG1 X1 E5\nG1 E-1\nG1 X9 E1').extruded).toBe(false);
    expect(run('M83\nG1 X1 E5\nG1 E-1\nG1 X9 E1.5').extruded).toBe(true);
  });

  it('scales filament by the flow factor', () => {
    expect(run('M83\nM221 S50\nG1 X1 E4').filament).toBeCloseTo(2);
  });

  it.each(['M600', 'M0 text', 'M25', 'M226', 'PAUSE', 'M601'])('stops at %s', (line) => {
    expect(run(line).last).toBe(Effect.Stop);
  });

  it.each(['M117 M600', '; M600', '(M600)', 'PAUSED_STATE=1'])('does not stop at %s', (line) => {
    expect(run(line).last).not.toBe(Effect.Stop);
  });

  it('goes back to the diameter of M200 from a captured state too', () => {
    const first = 'M83\nM200 D1.75\nM200 S0';
    const rest = 'M200 S1\nG1 X1 E10';
    const whole = run(`${first}\n${rest}`).capture();
    expect(whole.e).toBeCloseTo(10 / ((Math.PI / 4) * 1.75 ** 2));
    expect(run(rest, Machine.from(run(first).capture())).capture()).toEqual(whole);
  });

  it('goes on from a captured state as if nothing had happened', () => {
    const first = 'M83\nG92 E3\nG1 X4 Y5 E2 F1200\nG91\nM106 S80';
    const rest = 'G1 X1 E1\nG90\nG1 Y2 E1';
    const whole = run(`${first}\n${rest}`).capture();
    expect(run(rest, Machine.from(run(first).capture())).capture()).toEqual(whole);
  });
});

describe('arcs', () => {
  it.each([
    ['a quarter anticlockwise by I J', 'G1 X10 Y0\nG3 X0 Y10 I-10 J0', Math.PI / 2, 0, 0],
    ['a quarter clockwise by I J', 'G1 X0 Y10\nG2 X10 Y0 I0 J-10', -Math.PI / 2, 0, 0],
    ['a quarter by R', 'G1 X10 Y0\nG3 X0 Y10 R10', Math.PI / 2, 0, 0],
    ['the long way by a negative R', 'G1 X10 Y0\nG3 X0 Y10 R-10', (3 * Math.PI) / 2, 10, 10],
    ['a whole circle', 'G1 X10 Y0\nG3 I-10', 2 * Math.PI, 0, 0],
  ])('describes %s', (_name, text, sweep, centreX, centreY) => {
    const arc = run(text).curve as ArcGeometry;
    expect(arc.valid).toBe(true);
    expect(arc.radius).toBeCloseTo(10);
    expect(arc.sweep).toBeCloseTo(sweep);
    expect(arc.centreX).toBeCloseTo(centreX);
    expect(arc.centreY).toBeCloseTo(centreY);
  });

  it.each(['G3 X5 Y5', 'G1 X10\nG3 X100 Y0 R2'])('says that %j is no circle', (text) => {
    expect(run(text).curve.valid).toBe(false);
  });
});
