import { describe, expect, it } from 'vitest';
import { readGcode } from '@/core/read/reader';
import { ORDINARY_PRINTER } from '@/core/motion/limits';
import { bytesOf, writePrint } from '../../../tests/support/printFiles';
import { factsOf } from './facts';

function fact(text: string, term: string) {
  const facts = factsOf(readGcode(bytesOf(text), ORDINARY_PRINTER), 1.75);
  return facts.find((one) => one.term === term);
}

const print = writePrint({ layers: 6 });

describe('factsOf', () => {
  it('says what a person asks of a file', () => {
    expect(fact(print, 'Layers')).toEqual({
      term: 'Layers',
      value: '6 layers',
      remark: '0.20 mm each after the first',
    });
    expect(fact(print, 'First layer')?.value).toBe('0.24 mm thick');
    expect(fact(print, 'Temperatures')?.value).toBe('nozzle 205 °C, bed not set');
    expect(fact(print, 'Extruder')).toMatchObject({ value: 'absolute (M82)', remark: 'one tool' });
    expect(fact(print, 'Filament')?.value).toMatch(/^\d+ mm · [\d.]+ cm³ · [\d.]+ g$/);
    expect(fact(print, 'File')?.remark).toBe('lines end with LF, millimetres');
  });

  it('explains the file’s own estimate only where there is one', () => {
    expect(fact(print, 'The file’s estimate')).toBeUndefined();
    const remark = fact(`; printing time = 1m\n${print}`, 'The file’s estimate')?.remark;
    expect(remark).toMatch(/longer\..*Neither includes swaps/);
  });

  it('tells several thicknesses', () => {
    const mixed = print.replaceAll('Z1.04', 'Z1.14');
    expect(fact(mixed, 'Layers')?.remark).toMatch(/0\.20 mm mostly, from 0\.10 to 0\.30 mm/);
  });
});
