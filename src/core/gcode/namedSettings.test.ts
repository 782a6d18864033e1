import { describe, expect, it } from 'vitest';
import { namedCommands } from './namedSettings';

describe('the commands from some named settings to others', () => {
  const limits = (feed: number, rate: number): string =>
    `SET_VELOCITY_LIMIT ACCEL=${rate}\nSET_VELOCITY_LIMIT VELOCITY=${feed}`;

  it('say what has changed of a word that sets its parameters one by one, and nothing else', () => {
    expect(namedCommands(limits(200, 3000), limits(200, 3000))).toEqual([]);
    expect(namedCommands(limits(200, 3000), limits(200, 5000))).toEqual([
      'SET_VELOCITY_LIMIT ACCEL=5000',
    ]);
    expect(namedCommands('M106 P1 S=128', 'M106 P1 S=128\nM106 P2 S=64')).toEqual(['M106 P2 S64']);
  });

  it('say all that an unknown word was said with, once something of it has changed', () => {
    const before = 'BED_FAN MODE=2\nBED_FAN SPEED=10\nLIGHT LEVEL=1';
    expect(namedCommands(before, before.replace('SPEED=10', 'SPEED=20'))).toEqual([
      'BED_FAN MODE=2 SPEED=20',
    ]);
  });
});
