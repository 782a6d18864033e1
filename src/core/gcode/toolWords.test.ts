import { describe, expect, it } from 'vitest';
import { bytesOf } from '../../../tests/support/printFiles';
import { ORDINARY_PROFILE } from '../printer/printer';
import { readGcode } from '../read/reader';
import { scanLine } from './lines/scan';
import { Words } from './lines/words';
import { changedTool, heatedTool, mayChangeTool } from './toolWords';

function scanned<T>(line: string, of: (words: Words, bytes: Uint8Array) => T): T {
  const bytes = bytesOf(`${line}\n`);
  const words = new Words();
  scanLine(bytes, 0, bytes.length, words);
  return of(words, bytes);
}

describe('words that change a tool', () => {
  it.each([
    ['T1', 1],
    ['t2 ; the next one', 2],
    ['M6 T3', 3],
    ['TOOL_CHANGE T=1', 1],
    ['CHANGE_TOOL TOOL=2', 2],
    ['SELECT_TOOL T3', 3],
    ['ACTIVATE_EXTRUDER EXTRUDER=extruder', 0],
    ['ACTIVATE_EXTRUDER EXTRUDER=extruder1', 1],
  ])('%s', (line, tool) => {
    expect(scanned(line, changedTool)).toBe(tool);
  });

  it.each(['M104 T1 S210', 'TOOL_READY N=1', 'START_PRINT TOOL=1', 'M6', 'G1 X1'])(
    '%s is none',
    (line) => {
      expect(scanned(line, changedTool)).toBeNull();
    },
  );

  it.each(['M6', 'TOOL_READY', 'EXTRUDER_NEXT A=1', 'M1234 T1'])('%s may be one', (line) => {
    expect(scanned(line, (words, bytes) => mayChangeTool(words, bytes, false))).toBe(true);
  });

  it.each([
    ['M104 T1 S210', 1],
    ['G10 P2 S210 R170', 2],
    ['M568 P1 S205', 1],
    ['M109 S210', null],
    ['G10 L2 P1 X0', null],
    ['G10', null],
  ])('%s heats tool %s', (line, tool) => {
    expect(scanned(line, heatedTool)).toBe(tool);
  });
});

describe('a file with words that may change a tool', () => {
  const text = (word: string, heats = 'M104 T1 S210'): string =>
    `G28\nM104 S200\n${heats}\nG90\nM83\nG1 Z0.2\nG1 X10 Y10 E1\nG1 X20 E1\n${word}\nG1 X30 E1\nM104 S0\n`;
  const codes = (given: string): string[] =>
    readGcode(bytesOf(given), ORDINARY_PROFILE).findings.map(({ code }) => code);

  it('says so where it speaks of several tools, and not otherwise', () => {
    expect(codes(text('PICK_TOOL_B'))).toContain('unknown-tool-change');
    expect(codes(text('PICK_TOOL_B', 'M104 T0 S210'))).not.toContain('unknown-tool-change');
    expect(codes(text('M6 T1'))).not.toContain('unknown-tool-change');
    expect(codes(text('SET_TOOL_LIGHT ON=1'))).not.toContain('unknown-tool-change');
  });
});
