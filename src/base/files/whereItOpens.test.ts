import { describe, expect, it } from 'vitest';
import { whereItOpens } from './whereItOpens';

describe('a file dropped anywhere', () => {
  it.each([
    [['Plate.GCODE'], '/'],
    [['a.stl', 'b.gcode', 'c.zip'], '/'],
    [['all.lamella.zip'], '/'],
    [['shelf.csv'], '/shelf'],
    [['sluice.json'], '/printers'],
  ])('%j opens at %s', (names, at) => {
    expect(whereItOpens(names)).toEqual({ kind: 'open', at });
  });

  it.each<[string[], RegExp, string | null]>([
    [['a.csv', 'b.csv'], /one of these files at a time/, null],
    [['a.csv', 'b.gcode'], /one kind at a time/, null],
    [['heron.svg'], /Draw a plate/, '/draw'],
    [['photo.JPG'], /Draw a plate/, '/draw'],
    [['letter.pdf'], /letter\.pdf is not a file that Lamella can open/, null],
    [['no-ending'], /not a file that Lamella can open/, null],
  ])('%j is refused in words', (names, message, go) => {
    const answer = whereItOpens(names);
    expect(answer).toMatchObject({ kind: 'refused', go });
    expect(answer.kind === 'refused' && answer.message).toMatch(message);
  });
});
