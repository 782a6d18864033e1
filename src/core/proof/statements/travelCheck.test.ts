import { describe, expect, it } from 'vitest';
import { bytesOf, writePrint } from '../../../../tests/support/printFiles';
import { USUAL_HOMING, type Homing } from '../../printer/homeKinds';
import { ORDINARY_PROFILE } from '../../printer/printer';
import { SimulatedPrinter } from '../../printer/simulate';
import { readGcode } from '../../read/reader';
import { TravelCheck } from './travelCheck';

/** Squares of 20 mm from X 50 Y 50, with some lines of the file's own in the middle of it. */
function judge(lines: readonly string[], homing: Partial<Homing> | null): string {
  const whole = writePrint({ layers: 8 }).split('\n');
  const half = whole.findIndex((line, i) => i > whole.length / 2 && line.startsWith('G0'));
  const text = [...whole.slice(0, half), ...lines, 'G0 Z20', ...whole.slice(half)].join('\n');
  const bytes = bytesOf(text);
  const reading = readGcode(bytes, ORDINARY_PROFILE);
  const printer = { ...ORDINARY_PROFILE, homing: homing && { ...USUAL_HOMING, ...homing } };
  const copies = [{ start: 0, end: bytes.length, inputStart: 0, jumps: false }];
  const check = new TravelCheck(reading, printer, copies, [], 0, true);
  const simulated = new SimulatedPrinter({
    captureAt: [],
    stopWords: [],
    onMove: (machine, effect, offset, line) => check.take(machine, effect, offset, line),
  });
  simulated.push(bytes);
  simulated.finish();
  return check.checks()[0].message;
}

describe('homing inside a print', () => {
  const HIT = /homes where something is already printed/;

  it('is refused while nobody has said where the printer homes', () => {
    expect(judge(['G0 Z20', 'G28'], null)).toMatch(HIT);
  });

  it('is let be beside the print, from above it', () => {
    expect(judge(['G0 Z20', 'G28'], {})).toMatch(/^No travel crosses the print/);
  });

  it('is refused where the head was low, however high it was a move before', () => {
    const beside = ['G0 Z20', 'G0 X150 Y150'];
    expect(judge([...beside, 'G0 Z0.5', 'G28'], {})).toMatch(HIT);
    // From low to high it is the end of the move that counts, too.
    expect(judge([...beside, 'G0 Z0.5', 'G0 Z20', 'G28'], {})).toMatch(
      /^No travel crosses the print/,
    );
  });

  it('is refused where it ends at another place, from which nothing can be followed', () => {
    expect(judge(['G0 Z20', 'G28'], { z: 'middle' })).toMatch(HIT);
    expect(judge(['G0 Z20', 'G28'], { x: 'high' })).toMatch(HIT);
  });
});
