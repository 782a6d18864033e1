import { describe, expect, it } from 'vitest';
import { EXAMPLE_PRINTERS } from './examples';
import { isInReach, ORDINARY_PROFILE, parkOf, reachOf, type Printer } from './printer';
import { parsePrinter, printerJson, withOwnStopWord, withStopCommand } from './printerFile';

describe('parsePrinter', () => {
  it('lays what is given over the ordinary printer', () => {
    const result = parsePrinter({
      limits: { maxFeed: { x: 90 }, corner: { kind: 'deviation', mm: 0.03 } },
      homingSeconds: 9,
      name: 'Bench printer',
    });
    expect(result).toEqual({
      ok: true,
      value: {
        ...ORDINARY_PROFILE,
        name: 'Bench printer',
        homingSeconds: 9,
        limits: {
          ...ORDINARY_PROFILE.limits,
          maxFeed: { ...ORDINARY_PROFILE.limits.maxFeed, x: 90 },
          corner: { kind: 'deviation', mm: 0.03 },
        },
      },
    });
  });

  it('keeps the jerks that are not named', () => {
    const result = parsePrinter({ limits: { corner: { kind: 'jerk', x: 12 } } });
    expect(result.ok && result.value.limits.corner).toMatchObject({ kind: 'jerk', x: 12, y: 8 });
  });

  it.each(EXAMPLE_PRINTERS)('reads the profile of $name as it was saved', (printer) => {
    const known = withOwnStopWord(printer);
    expect(parsePrinter(JSON.parse(printerJson(known)))).toEqual({ ok: true, value: known });
  });

  it('makes the macro that stops a printer known as a stop', () => {
    const understands = { kind: 'pause-command', command: 'Bring_Spool' };
    const printer = parsePrinter({ understands, stopWords: ['rest'] });
    expect(printer.ok && printer.value.stopWords).toEqual(['REST', 'BRING_SPOOL']);
  });

  it('learns one word of a macro that is typed letter by letter, and has to be tested again', () => {
    const given: Printer = {
      ...ORDINARY_PROFILE,
      understands: { kind: 'pause-command', command: 'M601', testedAt: '2026-04-05' },
      stopWords: ['REST'],
    };
    const typed = ['B', 'BR', 'BRING', 'BRIN', 'BRING_SPOOL'].reduce(withStopCommand, given);
    expect(typed.stopWords).toEqual(['REST', 'BRING_SPOOL']);
    expect(typed.understands).toEqual({
      kind: 'pause-command',
      command: 'BRING_SPOOL',
      testedAt: null,
    });
    expect(withStopCommand(typed, 'WAIT').stopWords).toEqual(['REST', 'BRING_SPOOL', 'WAIT']);
  });

  it('knows what each bed reaches, and where the head waits on it', () => {
    const round = { ...ORDINARY_PROFILE, bed: { shape: 'round', origin: 'corner' } } as const;
    expect(reachOf(ORDINARY_PROFILE)).toMatchObject({ minX: 0, maxX: 220, radius: null });
    expect(reachOf(round)).toMatchObject({ minX: -110, maxX: 110, radius: 110 });
    for (const printer of [ORDINARY_PROFILE, round, ...EXAMPLE_PRINTERS]) {
      expect(isInReach(parkOf(printer), 0, reachOf(printer))).toBe(true);
    }
    expect(isInReach({ x: 100, y: 100 }, 0, reachOf(round))).toBe(false);
    expect(isInReach({ x: 0, y: 0 }, 241, reachOf(ORDINARY_PROFILE))).toBe(false);
  });

  it.each([
    { park: { x: 500, y: 0 } },
    { understands: { kind: 'pause-command', command: 'M104' } },
    { limits: { maxFeed: { x: -1 } } },
    { homingSeconds: 'long' },
    { limits: { corner: { kind: 'round' } } },
    [],
    'text',
  ])('refuses %j', (json) => {
    expect(parsePrinter(json)).toMatchObject({ ok: false, refusal: { code: 'bad-printer' } });
  });
});
