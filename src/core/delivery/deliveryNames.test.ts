import { ORDINARY_PROFILE } from '../printer/printer';
import { describe, expect, it } from 'vitest';
import { commonStem, commonWords, deliveryNames } from './deliveryNames';
import { deliveryText } from './deliveryText';

describe('names of a delivery', () => {
  it('tell number, count and filament', () => {
    expect(deliveryNames('wader-coaster', ['A Peat black', 'B Bone white'])).toEqual([
      'wader-coaster-1of2-A-peat-black.gcode',
      'wader-coaster-2of2-B-bone-white.gcode',
    ]);
    expect(deliveryNames('coaster', ['Ochre'])).toEqual(['coaster.gcode']);
    expect(deliveryNames('c', ['B Ö/ö', '??'])).toEqual([
      'c-1of2-B-oe-oe.gcode',
      'c-2of2-filament.gcode',
    ]);
  });

  it('begin with the words that the files share', () => {
    expect(commonStem(['wader-coaster-base.gcode', 'wader-coaster-bird.gcode'])).toBe(
      'wader-coaster',
    );
    expect(commonStem(['base.gcode.gz'])).toBe('base');
    expect(commonStem(['a.gcode', 'b.gcode'])).toBe('a');
    expect(commonWords(['Wader coaster: base', 'Wader coaster: bird'])).toBe('Wader coaster');
    expect(commonWords(['sign', 'sign 2'])).toBe('sign');
  });

  it('stand in a text that says the order and what to do in between', () => {
    const files = [
      { name: 'c-1of2-A-peat-black.gcode', filament: 'A Peat black' },
      { name: 'c-2of2-B-bone-white.gcode', filament: 'B Bone white' },
    ];
    const text = deliveryText(files, 'xy', ORDINARY_PROFILE);
    expect(text.indexOf('1. A Peat black: c-1of2')).toBeLessThan(text.indexOf('2. B Bone white'));
    expect(text).toContain('X and Y are homed in between');
    expect(text).toContain('local rules come first');
  });
});
