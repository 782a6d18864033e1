import { describe, expect, it } from 'vitest';
import { takenBy } from '@/components/form/saving';
import { ORDINARY_PROFILE, type Printer } from '@/core/printer/printer';
import { printerRules } from './printerRules';

const brushed: Printer = { ...ORDINARY_PROFILE, brush: { x: 0, y: 0, length: 20, z: 1 } };
const deviating: Printer = {
  ...ORDINARY_PROFILE,
  limits: { ...ORDINARY_PROFILE.limits, corner: { kind: 'deviation', mm: 0.02 } },
};
const taken = (path: string, text: string, printer: Printer = ORDINARY_PROFILE) =>
  takenBy(printerRules, printer, path, text);

describe('what may be typed into a printer’s profile', () => {
  it('takes an ordinary printer as it is', () => {
    for (const printer of [ORDINARY_PROFILE, brushed, deviating]) {
      expect(printerRules.isValidSync(printer)).toBe(true);
    }
  });
  it('reads macros in any case, each once, divided by blanks or commas', () => {
    expect(taken('macros', 'park_here, PARK_HERE;wipe  prime')).toEqual({
      ok: true,
      value: ['PARK_HERE', 'WIPE', 'PRIME'],
    });
    expect(taken('stopWords', '')).toEqual({ ok: true, value: [] });
    expect(taken('macros', 'PARK 1ST')).toEqual({ ok: false });
  });
  it('takes a stop command for the type of stop beside it', () => {
    expect(taken('understands.command', 'M600').ok).toBe(true);
    expect(taken('understands.command', 'G28').ok).toBe(false);
  });
  it('knows corners of both kinds, and a brush that is there', () => {
    expect(taken('limits.corner.x', '8')).toEqual({ ok: true, value: 8 });
    expect(taken('limits.corner.mm', '0.05', deviating)).toEqual({ ok: true, value: 0.05 });
    expect(taken('limits.corner.mm', '5', deviating).ok).toBe(false);
    expect(taken('brush.x', '-20', brushed)).toEqual({ ok: true, value: -20 });
    expect(taken('brush.z', '-1', brushed).ok).toBe(false);
  });
  it('leaves times that nobody knows empty', () => {
    expect(taken('timeouts.motorSeconds', '')).toEqual({ ok: true, value: null });
    expect(taken('liftMm', '').ok).toBe(false);
  });
});
