import fc from 'fast-check';
import { beforeEach, describe, expect, it } from 'vitest';
import { openView, panCore, revealInCore, useViewStore, zoomCore } from './viewStore';

const span = () => useViewStore.getState().coreSpan;

describe('the part of the core that is shown', () => {
  beforeEach(() => openView(1000));

  it('keeps the place under the pointer while zooming', () => {
    zoomCore(4, 0.6);
    const { from, to } = span()!;
    expect(to - from).toBeCloseTo(0.25);
    expect((0.6 - from) / (to - from)).toBeCloseTo(0.6);
  });

  it('never leaves the print, however one zooms and moves', () => {
    const step = fc.oneof(
      fc.record({
        factor: fc.double({ min: 0.2, max: 5, noNaN: true }),
        at: fc.double({ min: 0, max: 1, noNaN: true }),
      }),
      fc.record({ pan: fc.double({ min: -2, max: 2, noNaN: true }) }),
    );
    fc.assert(
      fc.property(fc.array(step, { maxLength: 20 }), (steps) => {
        openView(1000);
        for (const one of steps) {
          if ('pan' in one) panCore(one.pan);
          else zoomCore(one.factor, one.at);
          const shown = span();
          if (!shown) continue;
          expect(shown.from).toBeGreaterThanOrEqual(-1e-9);
          expect(shown.to).toBeLessThanOrEqual(1 + 1e-9);
          expect(shown.to - shown.from).toBeGreaterThanOrEqual(0.02 - 1e-9);
        }
      }),
      { seed: 71 },
    );
  });

  it('follows the shown layer only as far as needed', () => {
    zoomCore(5, 0.5);
    const before = span()!;
    revealInCore(0.5);
    expect(span()).toEqual(before);
    revealInCore(0.95);
    expect(span()!.to).toBeGreaterThanOrEqual(0.95);
    revealInCore(0.05);
    expect(span()!.from).toBeLessThanOrEqual(0.05);
  });
});
