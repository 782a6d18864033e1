import { beforeAll, describe, expect, it } from 'vitest';
import { bytesOf, textOf, writePrint } from '../../../tests/support/printFiles';
import { numberedPrint } from '../../../tests/support/stateFiles';
import { broken, proveWritten, writeSwaps, type Written } from '../../../tests/support/written';
import { EXAMPLE_PRINTERS } from '../printer/examples';
import type { ResolvedSwap } from '../plan/lists/resolve';
import { RECIPE_KINDS } from '../printer/stopKinds';
import { plainRecipe, recipeFor, type Recipe } from '../recipe/recipe';
import { NO_SETTINGS } from '../recipe/settings';

const SPELLED: Recipe = {
  ...plainRecipe('spelled-out'),
  unload: 100,
  load: 100,
  purge: 60,
  standby: 150,
};

/** A print in relative inches, in which every line of a swap has its work. */
const demanding = (): Promise<Written> =>
  writeSwaps(numberedPrint({ relative: true, relativeE: false, inches: true }), {
    layers: [3, 5],
    recipe: SPELLED,
    printer: EXAMPLE_PRINTERS[1],
    withSwap: (swap, i) => ({
      ...swap,
      settings: i === 0 ? { nozzle: 225, fan: 50, flow: 97, speed: 80 } : NO_SETTINGS,
    }),
  });

const plain = (): Promise<Written> =>
  writeSwaps(writePrint({ layers: 8, hop: 0.4 }), { layers: [4, 6], recipe: SPELLED });

/** Comments do no work. */
const NEEDLESS = /^;/;

/** Each way to stop, with everything that it can hold. */
const WAYS: readonly (readonly [string, () => Promise<Written>])[] = [
  ['spelled out, in relative inches', demanding],
  ...RECIPE_KINDS.map((kind) => {
    const recipe: Recipe = {
      ...plainRecipe(kind),
      message: true,
      beeps: 2,
      standby: kind === 'spelled-out' ? 150 : null,
      before: ['M105', 'M117 Soon'],
      warnings: [{ layersAhead: 1, tones: 2 }],
    };
    const options = {
      layers: [4, 6],
      recipe,
      loadFirst: 'A Peat black',
      withSwap: (swap: ResolvedSwap, i: number): ResolvedSwap =>
        i === 0 ? { ...swap, settings: { nozzle: 225, fan: 50, flow: 97, speed: 80 } } : swap,
    };
    return [kind, () => writeSwaps(writePrint({ layers: 8 }), options)] as const;
  }),
];

describe('dropping a line of a block', () => {
  it.each(WAYS)('is caught for every line that has work to do: %s', async (_way, write) => {
    const written = await write();
    const lines = textOf(written.output).split('\n');
    const inBlocks = lines.flatMap((line, i) => {
      const before = lines.slice(0, i + 1);
      const open = before.filter((one) => /^; lamella: (swap|load|warning)/.test(one)).length;
      const closed = before.filter((one) => /^; lamella: end (swap|load|warn)/.test(one)).length;
      return open > closed && !NEEDLESS.test(line) ? [i] : [];
    });
    expect(inBlocks.length).toBeGreaterThan(20);
    const passed: string[] = [];
    for (const i of inBlocks) {
      const harmed = bytesOf(lines.filter((_, at) => at !== i).join('\n'));
      if ((await proveWritten(written, harmed)).ok) passed.push(lines[i]);
      if ((await proveWritten(written, harmed, null)).ok)
        passed.push(`without the plan: ${lines[i]}`);
    }
    expect(passed).toEqual([]);
  });
});

type Harm = readonly [name: string, harm: (text: string) => string, check: number];

/** Replaces the first match inside of the first block. */
const inBlock =
  (from: string | RegExp, to: string) =>
  (text: string): string =>
    text.replace(/; lamella: swap 1[^]*?end swap 1/, (block) => block.replace(from, to));

const HARMS: readonly Harm[] = [
  ['the way back dropped', inBlock(/G1 X50 Y50 F6000\n/, ''), 2],
  ['a way back to another point', inBlock('G1 X50 Y50 F6000', 'G1 X50 Y50.2 F6000'), 2],
  ['the way down dropped', inBlock(/G1 Z0\.84 F600\n/, ''), 2],
  ['the way down too deep', inBlock('G1 Z0.84 F600', 'G1 Z0.4 F600'), 3],
  ['the lift dropped', inBlock(/G1 Z2\d\.\d+ F600\n/, ''), 3],
  ['a lift of a hair', inBlock(/G1 Z2\d\.\d+ F600/, 'G1 Z1 F600'), 3],
  ['a lift through the top of the machine', inBlock(/G1 Z2\d\.\d+ F600/, 'G1 Z900 F600'), 3],
  ['the park outside of the machine', inBlock('G1 X5 Y215', 'G1 X-40 Y215'), 3],
  ['the park over the print', inBlock('G1 X5 Y215', 'G1 X55 Y55'), 3],
  ['purging on the way', inBlock('G1 X5 Y215 F6000', 'G1 X5 Y215 E30 F6000'), 3],
  ['purging over the point', inBlock('G1 Z0.84 F600', 'G1 Z0.84 F600\nG1 E20'), 3],
  ['too little purged', inBlock(/G1 E30\.9 F200/, 'G1 E20 F200'), 3],
  ['a wire of filament too much', inBlock(/G1 E30\.9 F200/, 'G1 E60 F200'), 3],
  ['a detour low through the print', inBlock('M0', 'G1 X60 Y60 Z0.3\nM0'), 3],
  ['the filament mode dropped', inBlock(/M82\n/, ''), 2],
  ['the filament mode turned', inBlock(/M82\n/, 'M83\n'), 2],
  ['places made relative', inBlock(/M82\n/, 'M82\nG91\n'), 2],
  ['the extruder’s number dropped', inBlock(/G92 E.*\n/, ''), 2],
  ['another extruder’s number', inBlock(/G92 E.*\n/, 'G92 E0\n'), 2],
  ['another origin', inBlock(/G92 E/, 'G92 X0 E'), 2],
  ['the feed dropped', inBlock(/G1 F\d+\n/, ''), 2],
  ['another feed', inBlock(/G1 F\d+/, 'G1 F60'), 2],
  ['the pulling back dropped', inBlock(/G1 E-1 F2100\n/, ''), 3],
  ['the pushing back dropped', inBlock(/G1 E1 F2100\n/, ''), 2],
  ['the pulling back after purging dropped', inBlock(/G1 E-1\.8 F2100\n/, ''), 2],
  ['the heating up dropped', inBlock(/M109 S205\n/, ''), 2],
  ['another temperature', inBlock('M109 S205', 'M109 S250'), 2],
  ['the bed switched off', inBlock('M0', 'M140 S0\nM0'), 5],
  ['the nozzle switched off in the wait', inBlock('M104 S150', 'M104 S0'), 5],
  ['the fan changed', inBlock('M0', 'M0\nM106 S90'), 2],
  ['the speed changed', inBlock('M0', 'M0\nM220 S50'), 2],
  ['the flow changed', inBlock('M0', 'M0\nM221 S50'), 2],
  ['inches', inBlock(/M82\n/, 'M82\nG20\n'), 2],
  ['another tool', inBlock('M0', 'T1\nM0'), 2],
  ['the motors released', inBlock('M17', 'M84'), 2],
  ['homing in the middle', inBlock('M0', 'G28\nM0'), 3],
  ['retracting by firmware', inBlock('M0', 'G10\nM0'), 2],
  ['the stop dropped', inBlock(/M0\n/, ''), 4],
  ['the stop turned into a short pause', inBlock('M0', 'G4 S2'), 4],
  ['a second stop', inBlock('M0', 'M0\nM25'), 4],
  ['a change on purpose that nobody planned', inBlock(/\n/, '\n; lamella: sets nozzle 230\n'), 2],
  // What a block promises in its own words.
  ['the motors not kept', inBlock('M17\n', ''), 2],
  ['the motors kept by a command that lets them go', inBlock('M17', 'M84 S0'), 2],
  ['motors let go with a time', inBlock('M17', 'M84 S1'), 2],
  ['motors let go by another name', inBlock('M0\n', 'M18\nM0\n'), 2],
  ['the extruder let go, and perhaps all else', inBlock('M0\n', 'M84 E\nM0\n'), 2],
  ['the cooler wait dropped', inBlock('M104 S150\n', ''), 5],
  ['a warmer wait', inBlock('M104 S150', 'M104 S190'), 5],
  ['less pulled out', inBlock(/G1 E-33\.33333 F600\n/, ''), 3],
  ['more pulled out', inBlock(/G1 E-33\.33333 F600/, 'G1 E-43.33333 F600'), 3],
  ['less pushed in', inBlock(/G1 E33\.33333 F600\n/, ''), 3],
  ['a promise dropped', inBlock(/; lamella: does .*\n/, ''), 4],
  ['a promise of more', inBlock('purges 60 mm', 'purges 90 mm'), 3],
  ['a promise of motors that nobody keeps', (t: string) => inBlock('M17\n', '')(t), 2],
  [
    'an extra move',
    inBlock('G1 X5 Y215 F6000', 'G1 X5 Y215 F6000\nG1 X6 Y215 F6000\nG1 X5 Y215 F6000'),
    3,
  ],
  // Lines that nobody can follow.
  ['probing', inBlock('M0\n', 'G29\nM0\n'), 2],
  ['homing one axis', inBlock('M0\n', 'G28 X\nM0\n'), 2],
  ['a halt', inBlock('M0\n', 'M112\nM0\n'), 2],
  ['the power off', inBlock('M0\n', 'M81\nM0\n'), 2],
  ['the chamber heated', inBlock('M0\n', 'M141 S50\nM0\n'), 2],
  ['another tool heated', inBlock('M0\n', 'M104 T1 S200\nM0\n'), 2],
  ['another fan', inBlock('M0\n', 'M106 P1 S99\nM0\n'), 2],
  ['factory settings', inBlock('M0\n', 'M502\nM0\n'), 2],
  ['a code that is not known', inBlock('M0\n', 'M851 Z-1\nM0\n'), 2],
  ['a macro that is not named', inBlock('M0\n', 'CLEAN_ALL\nM0\n'), 2],
  ['a curve of higher order', inBlock('M0\n', 'G5.2 X1 Y1\nM0\n'), 2],
  ['another plane', inBlock('M0\n', 'G18\nM0\n'), 2],
  ['a stored place', inBlock('M0\n', 'G61\nM0\n'), 2],
  ['a number that is none', inBlock('M0\n', 'G1 X1.2.3\nM0\n'), 2],
  ['an axis without a number', inBlock('M0\n', 'G1 X\nM0\n'), 2],
  ['two commands on a line', inBlock('M0\n', 'M105 M84\nM0\n'), 2],
  ['a parameter that is not known', inBlock('M104 S150', 'M104 S150 Q3'), 2],
  ['a speed with a memory', inBlock('M0\n', 'M220 B\nM0\n'), 2],
  // Settings of the firmware that are not put back.
  ['other steps', inBlock('M0\n', 'M92 E500\nM0\n'), 2],
  ['filament by volume', inBlock('M0\n', 'M200 D1.75\nM0\n'), 2],
  ['another top acceleration', inBlock('M0\n', 'M201 X100\nM0\n'), 2],
  ['another top speed', inBlock('M0\n', 'M203 X10\nM0\n'), 2],
  ['another acceleration', inBlock('M0\n', 'M204 P100\nM0\n'), 2],
  ['another corner', inBlock('M0\n', 'M205 X1\nM0\n'), 2],
  ['another home', inBlock('M0\n', 'M206 Z1\nM0\n'), 2],
  ['a nudge of the height', inBlock('M0\n', 'M290 Z0.1\nM0\n'), 2],
  ['another pressure', inBlock('M0\n', 'M900 K1\nM0\n'), 2],
  // Stops that are none.
  ['a stop with a time limit', inBlock('M0\n', 'M0 S1\n'), 4],
  ['a stop with a time limit in its text', inBlock('M0\n', 'M0 Load S5\n'), 4],
  ['a stop turned into a message', inBlock('M0\n', 'M117 M0\n'), 4],
  ['a stop in a comment', inBlock('M0\n', '; M0\n'), 4],
  // How other firmwares read it.
  ['G90 between the mode and the filament', inBlock(/M83\n/, 'M83\nG90\n'), 2],
  ['G91 and back in the middle', inBlock('M0\n', 'G91\nG90\nM0\n'), 2],
  ['filament said relative by G91', inBlock(/M82\n(?=; lamella: end)/, 'M82\nM83\nG90\n'), 2],
  ['the end not saying how filament counts', inBlock(/M82\n(?=; lamella: end)/, 'M82\nM105\n'), 2],
  ['an arc that is none', inBlock('M0\n', 'G2 X6 Y215 R0.1\nG1 X5 Y215\nM0\n'), 2],
  ['an arc through the print', inBlock('M0\n', 'G2 X55 Y55 I25 J-80\nG1 X5 Y215\nM0\n'), 3],
  [
    'a block turned into a warning',
    (text) => text.replace(/(; lamella: (end )?)swap 2/g, '$1warning 2'),
    4,
  ],
  [
    'a stop for the first filament that nobody planned',
    (text) =>
      text.replace(
        'G28\n',
        'G28\n; lamella: load 1 of 1, before layer 1, A\nM0\n; lamella: end load 1\n',
      ),
    4,
  ],
  [
    'the heaters off before the end',
    (text) => text.replace(/\nG0 X0 Y200/, '\nM104 S0\nG0 X0 Y200'),
    1,
  ],
  [
    'a temperature taken out without another in its place',
    (text) => text.replace('M104 S205', '; lamella: taken out: M104 S205'),
    4,
  ],
];

describe('damage to a spelled-out swap', () => {
  let written: Written;
  beforeAll(async () => {
    written = await plain();
  });

  it('is tried on an output that is proven', async () => {
    expect(broken(await proveWritten(written))).toEqual([]);
    expect(HARMS.length).toBeGreaterThanOrEqual(80);
  });

  it.each(HARMS)('catches %s', async (_name, harm, check) => {
    const text = textOf(written.output);
    const harmed = harm(text);
    expect(harmed).not.toBe(text);
    const proof = await proveWritten(written, bytesOf(harmed));
    expect(proof.checks.filter((one) => !one.ok).map((one) => one.check)).toContain(check);
  });

  it('names the line that would hit the print', async () => {
    const harmed = inBlock('G1 Z0.84 F600', 'G1 Z0.4 F600')(textOf(written.output));
    const proof = await proveWritten(written, bytesOf(harmed));
    const found = proof.checks.find(({ check, ok }) => check === 3 && !ok);
    expect(found?.message).toMatch(/Swap 1 is not safe: it would pass X 50.00 Y 50.00/);
    expect(harmed.split('\n')[(found?.line ?? 0) - 1]).toBe('G1 Z0.4 F600');
  });
});

describe('the change command’s own moves', () => {
  const asked = (change: Recipe['change']): Promise<Written> =>
    writeSwaps(writePrint({ layers: 8 }), {
      layers: [6],
      recipe: { ...plainRecipe('change-command'), change },
    });

  it.each([
    ['outside of the machine', { X: 400, Y: 0, Z: 20 }],
    ['over the print', { X: 60, Y: 60, Z: 20 }],
    ['sideways through the print', { X: 5, Y: 55, Z: 0 }],
    ['through the top of the machine', { X: 5, Y: 200, Z: 900 }],
    ['straight up through the top', { Z: 290 }],
    ['down into the print', { Z: -2 }],
    ['down, and then aside', { X: 5, Y: 200, Z: -0.2 }],
  ])('are not proven %s', async (_name, change) => {
    const proof = await proveWritten(await asked(change));
    expect(proof.checks.some(({ check, ok }) => check === 3 && !ok)).toBe(true);
  });

  it('are proven beside and above it', async () => {
    expect(broken(await proveWritten(await asked({ X: 5, Y: 200, Z: 20 })))).toEqual([]);
  });
});

describe('scripts of a host', () => {
  it('and the file around them are proven for the example printer', async () => {
    const printer = EXAMPLE_PRINTERS[2];
    const text = numberedPrint({ origin: [0, 0] });
    const written = await writeSwaps(text, { layers: [3], printer, recipe: recipeFor(printer) });
    expect(broken(await proveWritten(written))).toEqual([]);
  });
});
