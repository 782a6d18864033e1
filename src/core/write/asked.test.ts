import { describe, expect, it } from 'vitest';
import { findFaults } from '../../../tests/support/oracles/oracle';
import { factsOf } from '../../../tests/support/fuzz/fuzzRequests';
import { textOf, writePrint } from '../../../tests/support/printFiles';
import {
  broken,
  proveWritten,
  writeSwaps,
  type WriteOptions,
  type Written,
} from '../../../tests/support/written';
import type { ResolvedSwap } from '../plan/lists/resolve';
import { ORDINARY_PROFILE } from '../printer/printer';
import { plainRecipe, type Recipe } from '../recipe/recipe';
import { NO_SETTINGS, SETTING_NAMES, type BandSettings } from '../recipe/settings';
import { requestFindings } from './request/requestFindings';
import { stripBlocks } from '../blocks/strip';

const SPELLED = plainRecipe('spelled-out');
const text = writePrint({ layers: 8 });

/** Writes, and holds that it is proven with and without its plan, and right by the oracle. */
async function written(file: string, options: Partial<WriteOptions>): Promise<Written> {
  const made = await writeSwaps(file, { layers: [4], ...options });
  expect(broken(await proveWritten(made))).toEqual([]);
  expect(broken(await proveWritten(made, made.output, null))).toEqual([]);
  expect(findFaults(file, textOf(made.output), factsOf(made.request.printer))).toEqual([]);
  const back = await stripBlocks(made.output);
  expect(back.ok && textOf(back.value)).toBe(file);
  return made;
}

const linesOf = ({ output }: Written): string[] => textOf(output).split('\n');
const blockOf = (made: Written): string =>
  /; lamella: swap 1[^]*?end swap 1/.exec(textOf(made.output))?.[0] ?? '';
const wishing =
  (settings: Partial<BandSettings>) =>
  (swap: ResolvedSwap): ResolvedSwap => ({ ...swap, settings: { ...NO_SETTINGS, ...settings } });

describe('lengths of filament', () => {
  it.each([
    [{ unload: 100, load: 0, purge: 60 }, 'purges 60 mm', 60],
    [{ unload: 100, load: 90, purge: 60 }, 'purges 60 mm', 161.8],
    [{ unload: 100, load: 110, purge: 60 }, 'purges 68.2 mm', 170],
    [{ unload: 0, load: 0, purge: 60 }, 'purges 60 mm', 61.8],
  ])('say what comes out of the nozzle: %j', async (lengths, says, pushed) => {
    const block = blockOf(await written(text, { recipe: { ...SPELLED, ...lengths } }));
    expect(block).toContain(says);
    const behind = block.slice(block.indexOf('\nM0\n'), block.indexOf('G1 X50'));
    const pushes = [...behind.matchAll(/^G1 E([\d.]+) F(?:600|200)$/gm)];
    expect(pushes.reduce((sum, [, mm]) => sum + Number(mm), 0)).toBeCloseTo(pushed, 3);
  });

  it('are volumes where the file gives volumes', async () => {
    const area = (Math.PI / 4) * 1.75 ** 2;
    const file = writePrint({ layers: 8, relativeE: true })
      .replace('G92 E0', 'M200 D1.75\nG92 E0')
      .replace(/ E(-?[\d.]+)/g, (_, e: string) => ` E${(Number(e) * area).toFixed(6)}`);
    const block = blockOf(await written(file, { recipe: { ...SPELLED, unload: 100 } }));
    const pulls = [...block.matchAll(/^G1 E(-[\d.]+) F600$/gm)].map(([, e]) => Number(e) / area);
    expect(pulls.reduce((sum, mm) => sum + mm, 0)).toBeCloseTo(-100, 3);
  });

  it('are cut as the printer takes them', async () => {
    for (const longestPushMm of [20, 45, 200]) {
      const printer = { ...ORDINARY_PROFILE, firmware: { namesMotors: false, longestPushMm } };
      const block = blockOf(await written(text, { recipe: SPELLED, printer }));
      const lengths = [...block.matchAll(/^G1 E(-?[\d.]+)/gm)].map(([, e]) => Math.abs(Number(e)));
      expect(Math.max(...lengths)).toBeLessThanOrEqual(longestPushMm + 1e-6);
    }
  });
});

describe('commands as printers read them', () => {
  it('have no word behind a pause that reads like a time limit', async () => {
    const names = ['S5 silver', 'Silk S 12', 'P2', 'pearls5', 'Up.5'];
    for (const filament of names) {
      const made = await written(text, {
        recipe: plainRecipe('pause-command', 'm0'),
        withSwap: (swap) => ({ ...swap, filament }),
      });
      const stop = linesOf(made).find((line) => line.startsWith('M0 '));
      expect(stop).toBeDefined();
      expect(stop?.slice(2)).not.toMatch(/[SP]\s*[-+.]?\d/i);
    }
  });

  it('keep the motors in the way that the printer takes', async () => {
    const named = { namesMotors: true, longestPushMm: 45 };
    const recipe: Recipe = { ...SPELLED, releaseExtruder: true };
    const printer = { ...ORDINARY_PROFILE, firmware: named };
    const made = await written(text, { recipe, printer });
    expect(blockOf(made)).toMatch(/^M84 S0$[^]*^M84 E$/m);
    await expect(writeSwaps(text, { layers: [4], recipe })).rejects.toThrow(
      /switch off all motors/,
    );
    expect(blockOf(await written(text, { recipe: SPELLED }))).toMatch(/^M17$/m);
    const elsewhere = { ...made, request: { ...made.request, printer: ORDINARY_PROFILE } };
    expect((await proveWritten(elsewhere, made.output, null)).ok).toBe(false);
  });

  it('are in capitals, the person’s own lines too, texts apart', async () => {
    const recipe = { ...plainRecipe('change-command', 'm600'), after: ['m117 go on', 'm400'] };
    const block = blockOf(await written(text, { recipe }));
    expect(block).toMatch(/^M600$/m);
    expect(block).toMatch(/^M117 go on$/m);
    expect(block).toMatch(/^M400$/m);
  });
});

describe('wishes that the file undoes', () => {
  const undoing = 'M104 S200\nM106 S80\nM221 S90\nM220 S110\n';
  const file = text.replace('; layer 5\n', `${undoing}; layer 5\n`);
  const settings = { nozzle: 230, fan: 20, flow: 95, speed: 50 };

  it('are said, each', async () => {
    const { reading, request } = await written(file, { withSwap: wishing(settings) });
    const said = requestFindings(reading, request).map(({ code, line }) => [code, line]);
    const from = file.slice(0, file.indexOf('M104 S200')).split('\n').length;
    expect(said).toEqual([0, 1, 2, 3].map((i) => ['setting-undone', from + i]));
  });

  it('are written in their place, all or each alone', async () => {
    const all = await written(file, { withSwap: wishing(settings), rewrite: SETTING_NAMES });
    const instead = linesOf(all).filter((_, i, lines) =>
      /does heats|sets/.test(lines[i - 1] ?? ''),
    );
    expect(instead.slice(-4)).toEqual(['M104 S230', 'M106 S51', 'M221 S85.5', 'M220 S55']);
    expect(requestFindings(all.reading, all.request)).toEqual([]);
    for (const what of SETTING_NAMES) {
      const one = await written(file, { withSwap: wishing(settings), rewrite: [what] });
      expect(linesOf(one).filter((line) => /taken out/.test(line))).toHaveLength(1);
    }
  });

  it('are asked for before the temperature of the file is known, and refused', async () => {
    const macro = text.replace('M104 S205', 'START_PRINT HEAT=205');
    const asked = (options: Partial<WriteOptions>) =>
      writeSwaps(macro, { layers: [4], ...options });
    await expect(asked({ withSwap: wishing({ nozzle: 220 }) })).rejects.toThrow(/how hot/);
    await expect(asked({ recipe: { ...SPELLED, standby: 150 } })).rejects.toThrow(
      /cool down while waiting/,
    );
    const tells = { ...plainRecipe('change-command'), resumeTemperature: true };
    await expect(asked({ recipe: tells })).rejects.toThrow(/return to/);
    const plain = await written(macro, { recipe: SPELLED });
    expect(requestFindings(plain.reading, plain.request)).toMatchObject([
      { code: 'unknown-temperature' },
    ]);
  });
});

describe('times left on the display', () => {
  const shown = [9, 7, 5, 3].reduce(
    (made, minutes, i) =>
      made.replace(`; layer ${2 * i}\n`, `M73 P${i * 25} R${minutes}\n; layer ${2 * i}\n`),
    text,
  );

  it('grow by the swaps that are still to come', async () => {
    const made = await written(shown, { layers: [4, 6], addToRemaining: [180, 120] });
    const times = linesOf(made).filter((line) => line.startsWith('M73'));
    expect(times).toEqual(['M73 P0 R14', 'M73 P25 R12', 'M73 P50 R7', 'M73 P75 R3']);
  });

  it('stay as they are when nobody asks', async () => {
    const times = linesOf(await written(shown, {})).filter((line) => line.startsWith('M73'));
    expect(times).toEqual(['M73 P0 R9', 'M73 P25 R7', 'M73 P50 R5', 'M73 P75 R3']);
  });
});

describe('numbered lines', () => {
  function numbered(file: string, sums: boolean): string {
    let number = 0;
    const lines = file.split('\n').map((line) => {
      if (line === '' || line.startsWith(';')) return line;
      const numberedLine = `N${++number} ${line}`;
      const sum = [...numberedLine].reduce((xor, one) => xor ^ one.charCodeAt(0), 0);
      return sums ? `${numberedLine}*${sum}` : numberedLine;
    });
    return lines.join('\n');
  }

  it.each([true, false])('get numbered blocks (with sums: %s), without gaps', async (sums) => {
    const file = numbered(
      text
        .replace('; layer 2\n', 'M600\n; layer 2\n')
        .replace('; layer 5\n', 'M104 S200\n; layer 5\n'),
      sums,
    );
    for (const recipe of [plainRecipe('change-command'), SPELLED, plainRecipe('pause-command')]) {
      const made = await written(file, {
        recipe,
        loadFirst: 'A Peat black',
        takesOut: true,
        withSwap: wishing({ nozzle: 220 }),
        rewrite: ['nozzle'],
      });
      const commands = linesOf(made).filter((line) => line !== '' && !line.startsWith(';'));
      expect(commands.every((line) => /^N\d+ /.test(line))).toBe(true);
      let next = 1;
      for (const line of commands) {
        const [, number, rest] = /^N(\d+) ([^*]*)/.exec(line) ?? [];
        if (!rest.startsWith('M110')) expect(Number(number)).toBe(next);
        next = Number(number) + 1;
      }
    }
  });

  it('are not proven with a number left out', async () => {
    const made = await written(numbered(text, true), {});
    const harmed = textOf(made.output).replace(/^N\d+ M600\*\d+\n/m, 'M600\n');
    const bytes = new TextEncoder().encode(harmed);
    expect((await proveWritten(made, bytes, null)).ok).toBe(false);
  });
});

describe('the place for waiting', () => {
  it('keeps away from all that the file ever prints, by the disc round it', async () => {
    // A wall 0.45 mm wide that grows only after the swap, 0.6 mm beside the place for waiting.
    const wall = 'G0 X180.6 Y10\nG1 X180.6 Y60 E400\n';
    const file = writePrint({ layers: 8, relativeE: true, retract: 0 }).replace(
      '; layer 6\n',
      `${wall.replace('E400', 'E4')}; layer 6\n`,
    );
    const at = (x: number, y: number) =>
      writeSwaps(file, { layers: [4], recipe: { ...SPELLED, park: { x, y } } });
    for (const y of [9, 20.03, 33.4, 59, 61]) {
      await expect(at(180, y)).rejects.toThrow(/the file prints there/);
    }
    expect((await proveWritten(await at(190, 30))).ok).toBe(true);
  });
});
