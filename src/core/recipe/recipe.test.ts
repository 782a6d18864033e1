import { describe, expect, it } from 'vitest';
import { Machine, type MachineState } from '../gcode/machine';
import { EXAMPLE_PRINTERS } from '../printer/examples';
import { ORDINARY_PROFILE, type Printer } from '../printer/printer';
import { actionsOf, liftHeight, type SwapMoment } from './actions';
import { RECIPE_KINDS } from '../printer/stopKinds';
import { displayText, loadMessage, swapMessage } from './message';
import { plainRecipe, recipeFor, type Recipe } from './recipe';
import { parseRecipe } from './recipeFile';
import { renderActions } from './render';
import { NO_SETTINGS } from './settings';

const moment = (
  state: Partial<MachineState> = {},
  given: Partial<SwapMoment> = {},
): SwapMoment => ({
  state: Object.assign(new Machine(), { x: 61.2, y: 44, z: 2.24, ...state }).capture(),
  from: null,
  printedTop: 2.04,
  message: '1/2 B Bone white',
  settings: NO_SETTINGS,
  settingsBefore: NO_SETTINGS,
  purge: null,
  ...given,
});

const linesOf = (recipe: Recipe, at = moment(), printer: Printer = ORDINARY_PROFILE): string[] =>
  renderActions(actionsOf(recipe, printer, at), at.state, printer.firmware).map(
    ({ command }) => command,
  );

describe('parseRecipe', () => {
  it('takes a change command with its parameters in one text', () => {
    const recipe = parseRecipe({ kind: 'change-command', command: 'M600 X10 B3' });
    expect(recipe.ok && linesOf(recipe.value)).toEqual(['M600 X10 B3', 'M82']);
  });

  it.each(RECIPE_KINDS)('takes "%s" alone, with the plainest of everything', (kind) => {
    expect(parseRecipe({ kind })).toEqual({ ok: true, value: plainRecipe(kind) });
  });

  it.each([
    [{ kind: 'shout' }, 'unknown-recipe'],
    [{}, 'bad-recipe'],
    [{ kind: 'change-command', command: 'G28' }, 'unknown-command'],
    [{ kind: 'change-command', command: 'M600\nG28' }, 'unknown-command'],
    [{ kind: 'change-command', command: 'M600 Q4' }, 'unknown-command'],
    [{ kind: 'pause-command', command: 'M104' }, 'unknown-command'],
    [{ kind: 'pause-command', command: 'M25 S1' }, 'unknown-command'],
    [{ kind: 'spelled-out', retract: -1 }, 'bad-recipe'],
    [{ kind: 'change-command', before: ['; lamella: end swap 1'] }, 'bad-recipe'],
    [{ kind: 'change-command', after: ['M117 caf\u00e9'] }, 'bad-recipe'],
    [{ kind: 'beep-only', warnings: [{ layersAhead: 0, tones: 1 }] }, 'bad-recipe'],
  ])('refuses %j', (asked, code) => {
    expect(parseRecipe(asked)).toMatchObject({ ok: false, refusal: { code } });
  });
});

describe('the lines of each way to stop', () => {
  it('tells a change command all of its parameters', () => {
    const change = { X: 5, Y: 200, Z: 20, E: 2, U: 100, L: 80, B: 4, T: 0 };
    const recipe = { ...plainRecipe('change-command'), change, resumeTemperature: true };
    expect(linesOf(recipe, moment({ nozzleTarget: 210 }))).toEqual([
      'M600 X5 Y200 Z20 E2 U100 L80 B4 R210 T0',
      'M82',
    ]);
  });

  it('pauses by any known command or by a macro of the firmware, with a text where one is taken', () => {
    const by = (command: string): string[] => {
      const lines = linesOf(plainRecipe('pause-command', command));
      expect(lines.pop()).toBe('M82');
      return lines;
    };
    expect(by('M0')).toEqual(['M0 1/2 B Bone white']);
    expect(by('M25')).toEqual(['M25']);
    expect(by('m226')).toEqual(['M226']);
    expect(by('BRING_ME_THE_SPOOL')).toEqual(['BRING_ME_THE_SPOOL']);
  });

  it('spells a swap out, from the state noted to the state restored', () => {
    const recipe = {
      ...plainRecipe('spelled-out'),
      unload: 100,
      load: 90,
      purge: 40,
      standby: 160,
    };
    const at = moment({ e: 812.4431, retracted: 0.8, nozzleTarget: 205, feed: 40 });
    expect(linesOf(recipe, at)).toEqual([
      'M83',
      'G1 E-1 F2100',
      'G1 Z22.24 F600',
      'G1 X5 Y215 F6000',
      'M17',
      'G1 E-33.33333 F600',
      'G1 E-33.33333 F600',
      'G1 E-33.33334 F600',
      'M104 S160',
      'M0',
      'M109 S205',
      'G1 E45 F600',
      'G1 E45 F600',
      'G1 E25.9 F200',
      'G1 E25.9 F200',
      'G1 E-1.8 F2100',
      'G1 X61.2 Y44 F6000',
      'G1 Z2.24 F600',
      'G1 E1 F2100',
      'G92 E812.4431',
      'G1 F2400',
      'M82',
    ]);
  });

  it('draws the nozzle over a brush, and shows and beeps where the head waits', () => {
    const printer = EXAMPLE_PRINTERS[1];
    const lines = linesOf({ ...recipeFor(printer), scrub: true }, moment(), printer);
    const park = lines.indexOf('G1 X10 Y190 F6000');
    expect(lines.indexOf('M117 1/2 B Bone white')).toBeGreaterThan(park);
    expect(lines.filter((line) => line.startsWith('M300 S880'))).toHaveLength(3);
    const brush = lines.indexOf('G1 X60 Y196 F6000');
    expect(lines.slice(brush + 1, brush + 3)).toEqual(['G1 Z1 F600', 'G1 X90 F6000']);
    expect(lines.indexOf('G1 X61.2 Y44 F6000')).toBeGreaterThan(brush);
  });

  it('may scrub before it clears, too, as many strokes as said', () => {
    const printer = EXAMPLE_PRINTERS[1];
    const recipe = { ...recipeFor(printer), scrub: true, scrubFirst: true, strokes: 3 };
    const lines = linesOf(recipe, moment(), printer);
    const [brush, park] = ['G1 X60 Y196 F6000', 'G1 X10 Y190 F6000'];
    const strokes = ['G1 X90 F6000', 'G1 X60 F6000', 'G1 X90 F6000'];
    const first = lines.indexOf(brush);
    expect(lines.slice(first + 2, first + 5)).toEqual(strokes);
    const purge = lines.findLastIndex((line) => /^G1 E[1-9]\d.* F\d/.test(line));
    expect(lines.slice(first, purge)).toContain(park);
    const second = lines.lastIndexOf(brush);
    expect(second).toBeGreaterThan(purge);
    expect(lines.slice(second + 2, second + 5)).toEqual(strokes);
  });

  it('puts the person’s own lines first and last', () => {
    const recipe = { ...plainRecipe('change-command'), before: ['m400'], after: ['m117 Go on'] };
    expect(linesOf(recipe)).toEqual([
      '; lamella: own lines 1',
      'M400',
      '; lamella: end of own lines',
      'M600',
      '; lamella: own lines 1',
      'M117 Go on',
      '; lamella: end of own lines',
      'M82',
    ]);
  });

  it('sets what a band wants, and goes back to the file’s own after it', () => {
    const settings = { nozzle: 220, fan: 40, flow: 95, speed: 80 };
    const state = { nozzleTarget: 205, fan: 255, flowFactor: 0.98 };
    const recipe = plainRecipe('change-command');
    expect(linesOf(recipe, moment(state, { settings }))).toEqual([
      'M600',
      'M109 S220',
      'M106 S102',
      'M221 S93.1',
      'M220 S80',
      'M82',
    ]);
    expect(linesOf(recipe, moment(state, { settingsBefore: settings }))).toEqual([
      'M600',
      'M109 S205',
      'M106 S255',
      'M221 S98',
      'M220 S100',
      'M82',
    ]);
  });

  it('explains every line in words', () => {
    for (const printer of EXAMPLE_PRINTERS) {
      const at = moment({ nozzleTarget: 205 });
      const lines = renderActions(
        actionsOf(recipeFor(printer), printer, at),
        at.state,
        printer.firmware,
      );
      expect(lines.every(({ words }) => /^[A-Z].*\.$/.test(words))).toBe(true);
    }
  });
});

describe('the height of the lift', () => {
  it('has room for a strand near the bed, and stays inside the machine near its end', () => {
    expect(liftHeight(5, ORDINARY_PROFILE, moment())).toBe(20);
    expect(liftHeight(30, ORDINARY_PROFILE, moment())).toBeCloseTo(32.24);
    expect(liftHeight(30, ORDINARY_PROFILE, moment({ z: 235 }, { printedTop: 235 }))).toBe(240);
  });
});

describe('what the display says', () => {
  it('fits on the display, in letters that every display has', () => {
    const about = { index: 2, count: 3, filament: 'C Wüsten-Gelb; *hell* (neu)' };
    expect(swapMessage(about, 20)).toBe('2/3 C Wuesten-Gelb h');
    expect(swapMessage(about, 0)).toHaveLength(20);
    expect(swapMessage(about, 8)).toBe('2/3 C Wu');
    expect(loadMessage('A Peat black', 16)).toBe('Load A Peat blac');
    expect(displayText('M600\nG28 ; off', 40)).toBe('M600G28 off');
  });
});
