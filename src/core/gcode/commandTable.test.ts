import { describe, expect, it } from 'vitest';
import { bytesOf } from '../../../tests/support/printFiles';
import { Effect } from './effect';
import { G_COMMANDS, M_COMMANDS, mayActByName, type CommandFacts } from './commandTable';
import { Machine } from './machine';
import { obeyLines } from './obey';
import { canStopBy, meansChange } from './stopCommands';
import { Words } from './lines/words';

/** What a fresh printer makes of one line. */
function obey(line: string): { machine: Machine; effect: Effect } {
  const machine = new Machine();
  const bytes = bytesOf(`${line}\n`);
  let effect: Effect = Effect.None;
  obeyLines(machine, new Words(), bytes, bytes.length, { after: (one) => (effect = one) });
  return { machine, effect };
}

const letters = (text: string | undefined): string => (text === undefined ? '–' : text || 'none');

function row(code: string, facts: CommandFacts): string {
  const { words, acts, text, stops, slots, named } = facts;
  const kept = slots ?? (named ? `${named.sets}${named.about && `, for each ${named.about}`}` : '');
  const notes = [
    ...(acts ? ['may act unseen'] : []),
    ...(text ? ['text'] : []),
    ...(stops ? [`stops${stops.uses.length > 0 ? ` (${stops.uses.join(', ')})` : ''}`] : []),
    ...(kept === '' ? [] : [`keeps ${kept}`]),
  ];
  return `| \`${code}\` | ${words} | ${letters(facts.letters ?? slots)} | ${notes.join('; ') || '–'} |`;
}

describe('the table of commands', () => {
  it('is the one of the documents', async () => {
    const text = [
      '# Commands',
      '',
      'Made by `src/core/gcode/commandTable.test.ts` of the table that the scanner, the machine, reordering and the',
      'proof read; `npx vitest run src/core/gcode -u` makes it again.',
      '',
      'Letters are those that a command may carry inside of a block of Lamella; a dash means that it may not stand in',
      'one. What *may act unseen* moves, heats or changes filament by itself, so nothing is moved past it in another',
      'order. What a command *keeps* is part of what holds at a section, and a block that leads there sets it. An M',
      'code that is not listed goes along with its section; a G code that is not listed cannot be followed.',
      '',
      '| Command | What it does | Letters in a block | Notes |',
      '|---|---|---|---|',
      ...[...G_COMMANDS].map(([code, facts]) => row(`G${code}`, facts)),
      ...[...M_COMMANDS].map(([code, facts]) => row(`M${code}`, facts)),
      '',
    ];
    await expect(text.join('\n')).toMatchFileSnapshot('../../../docs/commands.md');
  });

  it('stands in the order of the codes, each once', () => {
    const codes = [...M_COMMANDS.keys()];
    expect(codes).toEqual([...codes].sort((a, b) => a - b));
  });

  it.each([...M_COMMANDS].filter(([, { stops }]) => stops && !stops.waits))(
    'lets the machine stop at M%d',
    (code, { stops }) => {
      expect(obey(`M${code}`).effect).toBe(Effect.Stop);
      for (const use of ['change', 'pause'] as const) {
        expect(canStopBy(`M${code}`, use)).toBe(stops!.uses.includes(use));
      }
    },
  );

  it.each([...M_COMMANDS].filter(([, { slots, named }]) => slots ?? named))(
    'lets the machine keep what M%d sets',
    (code, { slots, named }) => {
      const all = slots ?? named!.sets;
      const about = [...(named?.about ?? '')].map((letter) => ` ${letter}2`).join('');
      const before = new Machine().capture();
      for (const letter of all) {
        const after = obey(`M${code}${about} ${letter}7`).machine.capture();
        const same =
          after.named === before.named &&
          after.settings.every((v, i) => Object.is(v, before.settings[i]));
        expect(same, letter).toBe(false);
      }
    },
  );

  it('tells by the name of a macro whether it may act', () => {
    const acting = [
      'HOME_ALL',
      'park',
      'PURGE_LINE X=1',
      'LOAD_FILAMENT',
      'G28_Z',
      'START_PRINT BED=60',
    ];
    expect(acting.filter((name) => !mayActByName(name))).toEqual([]);
    const still = ['EXCLUDE_OBJECT_START NAME=a', 'M486', 'SET_LED RED=1', 'RESPOND MSG=hello'];
    expect(still.filter(mayActByName)).toEqual([]);
  });

  it('knows which stop means a change and nothing else', () => {
    expect(['M600', 'M600 T1', 'M601', 'M0 M600', 'PAUSE'].map(meansChange)).toEqual([
      ...[true, true, false, false, false],
    ]);
  });
});
