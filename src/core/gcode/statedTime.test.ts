import { describe, expect, it } from 'vitest';
import { bytesOf, writePrint } from '../../../tests/support/printFiles';
import { ORDINARY_PRINTER } from '../motion/limits';
import { entryFor } from './lines/lineIndex';
import { readGcode } from '../read/reader';
import { layerOfLine } from '../read/slicedFile';
import { scanLine } from './lines/scan';
import { statedTime } from './statedTime';
import { Words } from './lines/words';

function stated(line: string): number | null {
  const words = new Words();
  const bytes = bytesOf(line);
  scanLine(bytes, 0, bytes.length, words);
  return statedTime(bytes, words)?.seconds ?? null;
}

describe('statedTime', () => {
  it.each([
    ['; estimated time - 1d 2h 3m 4s', 93_784],
    ['; PRINTING TIME = 1 hour 23 minutes', 4980],
    ['; time = 3600', 3600],
    ['; print time 48 min', 2880],
    ['; total time: 90.5 s', 90.5],
  ])('reads %j', (line, seconds) => {
    expect(stated(line)).toBe(seconds);
  });

  it.each([
    '; Time elapsed = 12',
    '; time lapse: 3s',
    '; layer 3',
    '; minimum layer times',
    '; timestamp: 5 s',
  ])('finds none in %j', (line) => expect(stated(line)).toBeNull());

  it('is kept with the reading, the first one met', () => {
    const text = `; printing time = 10m\n${writePrint()}; printing time = 12m\n`;
    expect(readGcode(bytesOf(text), ORDINARY_PRINTER).statedSeconds).toBe(600);
  });
});

describe('the line index', () => {
  const text = Array.from({ length: 4 }, () => writePrint({ layers: 9 })).join('');
  const { lineIndex, lines } = readGcode(bytesOf(text), ORDINARY_PRINTER);
  const all = text.split('\n');

  it.each([1, 2, 1024, 1025, 1026, lines])('leads to line %d', (line) => {
    const entry = entryFor(lineIndex, line);
    expect(entry.line).toBeLessThanOrEqual(line);
    expect(line - entry.line).toBeLessThan(1024);
    expect(text.slice(entry.offset).split('\n')[0]).toBe(all[entry.line - 1]);
  });
});

describe('layerOfLine', () => {
  const { layers, lines } = readGcode(bytesOf(writePrint()), ORDINARY_PRINTER);

  it('knows which layer a line belongs to, its travel included', () => {
    for (const layer of layers) {
      expect(layerOfLine(layers, layer.firstLine)).toBe(layer);
      expect(layerOfLine(layers, layer.endLine)).toBe(layer);
    }
    expect(layerOfLine(layers, layers[2].firstLine - 1)).toBe(layers[2]);
    expect(layerOfLine(layers, 1)).toBeNull();
    expect(layerOfLine(layers, lines)).toBeNull();
  });
});
