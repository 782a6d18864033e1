import { runCommand } from './commands';
import { withSwapsBefore } from '../tests/support/plans';
import { spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import {
  copyFileSync,
  existsSync,
  linkSync,
  mkdtempSync,
  readdirSync,
  readFileSync,
  rmSync,
  symlinkSync,
  writeFileSync,
} from 'node:fs';
import { tmpdir } from 'node:os';
import { basename, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { describe, expect, it } from 'vitest';
import { HIDE_PLATE } from '../demo/jobs/hidePlate';
import { boxPrint } from '../tests/support/boxPrints';
import { changePrint } from '../tests/support/changePrints';
import { layerNumber } from '../src/core/layers';
import { readGcode } from '../src/core/read/reader';
import { findSteps } from '../src/core/geometry/steps';
import { ORDINARY_PRINTER } from '../src/core/motion/limits';
import { emptyPlan } from '../src/core/plan/jobPlan';
import { withSwap } from '../src/core/plan/edits/partEdits';
import { bookOf } from '../src/core/plan/file/planBook';
import { writePlanFile } from '../src/core/plan/file/planFile';

const ROOT = fileURLToPath(new URL('..', import.meta.url));
const DEMO = join(ROOT, 'public/demo/hide-plate-7.gcode');
const folder = mkdtempSync(join(tmpdir(), 'lamella-cli-'));
const inFolder = (name: string): string => join(folder, name);

type Answer = { code: number | null; answer: Record<string, any> };

/** Runs a command in this process. */
async function lamella(...args: string[]): Promise<Answer> {
  const done = await runCommand(args);
  if (done === null) throw new Error('There is no answer.');
  // As it is printed.
  return { code: done.code, answer: JSON.parse(JSON.stringify(done.answer)) };
}

/** Runs it as a person or a script does, from the shell. */
function fromShell(...args: string[]): Answer {
  const run = spawnSync(process.execPath, ['cli/run.mjs', ...args], {
    cwd: ROOT,
    encoding: 'utf8',
    env: { ...process.env, INIT_CWD: ROOT },
  });
  return { code: run.status, answer: JSON.parse(run.stdout) };
}

function savePlan(name: string, plan: object): string {
  writeFileSync(inFolder(name), JSON.stringify(plan));
  return inFolder(name);
}

const DEMO_COPY = inFolder('demo.gcode');
copyFileSync(DEMO, DEMO_COPY);

function linked(name: string, to: string, link: (to: string, at: string) => void): string {
  rmSync(inFolder(name), { force: true });
  link(to, inFolder(name));
  return inFolder(name);
}

const emptyPlanFor = (digit: string) => withSwap(emptyPlan(digit.repeat(64)), layerNumber(3));

const twoSwaps = savePlan('two.json', {
  swaps: [
    { layer: 11, filament: 'Bone white' },
    { height: HIDE_PLATE.border, filament: 'Reed green' },
  ],
});

const { code, answer } = await lamella('inspect', DEMO);

describe('parts side by side', () => {
  const dial = join(ROOT, 'public/demo/tide-dial.gcode');

  it('are told with what each order takes, and written in the order asked for', async () => {
    const { answer } = await lamella('inspect', dial);
    expect(answer.parts.map(({ key, tool, layers }: any) => [key, tool, layers])).toEqual([
      ['T0', 0, 13],
      ['T1', 1, 5],
      ['T2', 2, 5],
    ]);
    const filament = answer.parts.reduce((sum: number, one: any) => sum + one.filamentMm, 0);
    expect(filament).toBeCloseTo(
      answer.layers.reduce((sum: number, one: any) => sum + one.filamentMm, 0),
      1,
    );
    const counts = answer.orders.map(({ order, swaps }: any) => `${order} ${swaps}`);
    expect(counts.slice(0, 2)).toEqual(['as-sliced 14', 'fewest-swaps 10']);
    expect(counts.at(-1)).toBe('colour-by-colour 2');

    const plan = inFolder('parts.json');
    const parts = { T0: 'Tide blue', T1: 'Bone white', T2: { filament: 'Ochre' } };
    writeFileSync(plan, JSON.stringify({ parts, order: 'fewest-swaps' }));
    const out = inFolder('dial.gcode');
    const applied = await lamella('apply', dial, '--plan', plan, '--out', out);
    expect(applied.answer).toMatchObject({
      order: 'fewest-swaps',
      swapsAsSliced: 14,
      files: [{ name: 'dial.gcode', swaps: 10 }],
    });
    expect(applied.answer.swaps[0]).toMatchObject({
      layer: 9,
      filament: 'Bone white',
      afterSection: 9,
      part: 'T1',
    });
    // What each swap brings is what the list says of the part that it comes before.
    const named: Readonly<Record<string, string>> = { ...parts, T2: 'Ochre' };
    for (const { part, filament } of applied.answer.swaps) expect(filament).toBe(named[part]);
    expect(readFileSync(out, 'utf8')).not.toMatch(/^T\d/m);
    expect((await lamella('prove', dial, '--', out)).code).toBe(0);
  });

  it('are one where nothing lies side by side', async () => {
    const { answer } = await lamella('inspect', DEMO);
    expect(answer.parts).toMatchObject([{ key: 'T0', layers: 40 }]);
    expect(answer.orders.every(({ swaps }: any) => swaps === 0)).toBe(true);
  });

  it.each([
    [{ parts: { T9: 'Ochre' } }, 'no-such-part'],
    [{ parts: { T1: 7 } }, 'bad-plan'],
    [{ parts: { T1: 'Ochre' }, order: 'best' }, 'bad-plan'],
    [{ parts: { T1: 'Ochre' }, swaps: [{ layer: 3, filament: 'Ochre' }] }, 'bad-plan'],
  ])('%j is refused', async (asked, code) => {
    const plan = inFolder('odd-parts.json');
    writeFileSync(plan, JSON.stringify(asked));
    const refused = await lamella('apply', dial, '--plan', plan, '--out', inFolder('odd.gcode'));
    expect(refused).toMatchObject({ code: 2, answer: { error: { code } } });
  });
});

describe('lamella inspect', () => {
  it('gives layers, labels, steps and totals of the demo', async () => {
    expect(code).toBe(0);
    expect(answer.file).toMatchObject({ name: 'hide-plate-7.gcode', lineEnding: 'lf' });
    expect(answer.file.bytes).toBe(readFileSync(DEMO).length);
    expect(answer).toMatchObject({ units: 'mm', extrusion: 'absolute', continuous: false });
    expect(answer.layers).toHaveLength(40);
    expect(answer.layers[0]).toMatchObject({ number: 1, label: '0', z: 0.24, thickness: 0.24 });
    expect(answer.layers[10]).toMatchObject({ number: 11, label: '10', z: 2.24, thickness: 0.2 });
    expect(answer.findings).toEqual([]);
    expect(answer.stops).toEqual([]);
  });

  it('finds the border and the number as steps', async () => {
    expect(answer.steps.map((step: { layer: number }) => step.layer)).toEqual([11, 26]);
    expect(answer.steps.map((step: { z: number }) => step.z)).toEqual([
      HIDE_PLATE.base,
      HIDE_PLATE.border,
    ]);
    expect(answer.steps[0].exposedMm2).toBeCloseTo(answer.layers[9].exposedMm2, 1);
  });

  it('has totals that fit the layers', async () => {
    const { motion, dwell, heating, total } = answer.seconds;
    expect(motion + dwell + heating).toBeCloseTo(total, 1);
    const inLayers = answer.layers.reduce(
      (sum: number, one: { seconds: number }) => sum + one.seconds,
      0,
    );
    expect(inLayers).toBeLessThan(total);
    expect(inLayers).toBeGreaterThan(0.9 * motion);
  });

  it('takes a printer that is twice as fast for faster', async () => {
    const printer = inFolder('printer.json');
    writeFileSync(printer, JSON.stringify({ homingSeconds: 0, heating: { bedPerSecond: 10 } }));
    const quick = (await lamella('inspect', DEMO, '--printer', printer)).answer.seconds;
    expect(quick.motion).toBeCloseTo(answer.seconds.motion - 20, 1);
    expect(quick.heating).toBeLessThan(answer.seconds.heating);
  });
});

describe('lamella apply and prove', () => {
  it('write a file and prove it', async () => {
    const out = inFolder('out.gcode');
    const { code, answer } = await lamella('apply', DEMO, '--plan', twoSwaps, '--out', out);
    expect(code).toBe(0);
    expect(answer.proof.ok).toBe(true);
    expect(answer.swaps.map((swap: { layer: number }) => swap.layer)).toEqual([11, 26]);
    const text = readFileSync(out, 'utf8');
    for (const swap of answer.swaps) {
      expect(text.split('\n')[swap.line - 1]).toMatch(
        `before layer ${swap.layer}, ${swap.filament}`,
      );
    }
    const input = readFileSync(DEMO);
    expect(text.length - input.length).toBe(answer.insertedBytes);
    expect(text.split('\n').length - input.toString().split('\n').length).toBe(
      answer.insertedLines,
    );
    const { motion, dwell, heating, swaps, total } = answer.seconds;
    expect(motion + dwell + heating + swaps).toBeCloseTo(total, 1);

    const proved = await lamella('prove', DEMO, out);
    expect(proved).toMatchObject({ code: 0, answer: { ok: true, proof: { ok: true } } });

    writeFileSync(out, text.replace('M600\n', ''));
    expect(await lamella('prove', DEMO, out)).toMatchObject({
      code: 2,
      answer: { error: { code: 'proof-failed' }, ok: false },
    });
  });

  it.each([
    [
      { kind: 'spelled-out', purge: 40, warnings: [{ layersAhead: 2, tones: 3 }] },
      /^G1 E[\d.]+ F200$/m,
    ],
    [
      { kind: 'pause-command', command: 'BRING_SPOOL' },
      /^; lamella: stops by BRING_SPOOL\nBRING_SPOOL\nM82$/m,
    ],
    [{ kind: 'beep-only' }, /^M300 S880 P300$/m],
    [{ kind: 'host-scripts' }, /^PAUSE$/m],
  ])('write %j, prove it, and replace it instead of doubling it', async (recipe, line) => {
    const plan = savePlan('way.json', {
      swaps: [{ layer: 11, filament: 'B', nozzle: 215, purge: 55 }],
      recipe,
      loadFirst: 'A',
    });
    const out = inFolder('way.gcode');
    const printer = ['--printer', savePlan('words.json', { stopWords: ['bring_spool'] })];
    const applied = await lamella('apply', DEMO, '--plan', plan, '--out', out, ...printer);
    expect(applied.answer.proof?.ok ?? applied.answer).toBe(true);
    const written = readFileSync(out, 'utf8');
    expect(written).toMatch(line);
    expect(written.split('\n')[applied.answer.swaps[0].line - 1]).toMatch(/^; lamella: swap 1/);
    expect((await lamella('prove', DEMO, out, ...printer)).answer.ok).toBe(true);
    const again = inFolder('again.gcode');
    const second = await lamella('apply', out, '--plan', twoSwaps, '--out', again);
    expect(second.answer.proof?.ok ?? second.answer).toBe(true);
    expect(readFileSync(again, 'utf8').match(/^; lamella: swap/gm)).toHaveLength(2);
    expect((await lamella('prove', DEMO, again)).answer.ok).toBe(true);
  });

  it('refuse a park place that the printer does not reach', async () => {
    const printer = savePlan('small.json', { volume: { x: 100, y: 100, z: 50 } });
    const recipe = { kind: 'spelled-out', park: { x: 180, y: 20 } };
    const plan = savePlan('far.json', { swaps: [{ layer: 11, filament: 'B' }], recipe });
    const out = inFolder('far.gcode');
    const { code, answer } = await lamella(
      'apply',
      DEMO,
      '--plan',
      plan,
      '--out',
      out,
      '--printer',
      printer,
    );
    expect([code, answer.error.code]).toEqual([2, 'park-out-of-reach']);
    expect(existsSync(out)).toBe(false);
  });

  it('take the file’s own stops out when asked to', async () => {
    const withStop = inFolder('stop.gcode');
    writeFileSync(
      withStop,
      readFileSync(DEMO, 'utf8').replace('; layer 5 of', 'M600\n; layer 5 of'),
    );
    const plan = { swaps: [{ layer: 11, filament: 'B' }], existingStops: 'remove' };
    const out = inFolder('out-stop.gcode');
    const { code, answer } = await lamella(
      'apply',
      withStop,
      '--plan',
      savePlan('remove.json', plan),
      '--out',
      out,
    );
    expect([code, answer.proof.ok]).toEqual([0, true]);
    expect(readFileSync(out, 'utf8').match(/^M600$/gm)).toHaveLength(1);
    expect((await lamella('inspect', out)).answer.stops).toMatchObject([{ layer: 11 }]);
    expect((await lamella('prove', withStop, out)).code).toBe(0);
  });

  it.each([
    ['a layer beyond the print', { swaps: [{ layer: 41, filament: 'B' }] }, 'layer-out-of-range'],
    ['no swap', { swaps: [] }, 'bad-plan'],
    [
      'a plan for another file',
      { swaps: [{ layer: 3, filament: 'B' }], fingerprint: '0'.repeat(64) },
      'plan-of-another-file',
    ],
    [
      'a way to stop that it cannot write',
      { swaps: [{ layer: 3, filament: 'B' }], recipe: { kind: 'shout' } },
      'unknown-recipe',
    ],
  ])('refuse %s and write nothing', async (name, plan, code) => {
    const out = inFolder(`${name}.gcode`);
    const run = await lamella('apply', DEMO, '--plan', savePlan('plan.json', plan), '--out', out);
    expect(run).toMatchObject({ code: 2, answer: { error: { code } } });
    expect(run.answer.error.message).toMatch(/\.$|:/);
    expect(existsSync(out)).toBe(false);
  });

  it.each([
    ['the sliced file', () => DEMO_COPY],
    ['the plan', () => twoSwaps],
    ['the printer', () => savePlan('own-printer.json', { name: 'Sluice' })],
    ['a link to the sliced file', () => linked('link.gcode', DEMO_COPY, symlinkSync)],
    ['another name of the sliced file', () => linked('hard.gcode', DEMO_COPY, linkSync)],
    ['the sliced file by another path', () => join(folder, '..', basename(folder), 'demo.gcode')],
  ])('never write over %s', async (_name, target) => {
    const out = target();
    const printer = savePlan('own-printer.json', { name: 'Sluice' });
    const before = [DEMO_COPY, twoSwaps, printer].map((file) => readFileSync(file, 'utf8'));
    const args = ['--plan', twoSwaps, '--out', out, '--printer', printer];
    const run = await lamella('apply', DEMO_COPY, ...args);
    expect(run).toMatchObject({ code: 2, answer: { error: { code: 'would-overwrite' } } });
    const after = [DEMO_COPY, twoSwaps, printer].map((file) => readFileSync(file, 'utf8'));
    expect(after).toEqual(before);
  });

  it('leave what was there when nothing can be written', async () => {
    const out = inFolder('no-such-folder/out.gcode');
    const run = await lamella('apply', DEMO, '--plan', twoSwaps, '--out', out);
    expect(run).toMatchObject({ code: 2, answer: { error: { code: 'cannot-write' } } });
    const old = inFolder('old.gcode');
    writeFileSync(old, 'old');
    const refused = savePlan('late.json', { swaps: [{ layer: 99, filament: 'B' }] });
    expect((await lamella('apply', DEMO, '--plan', refused, '--out', old)).code).toBe(2);
    expect(readFileSync(old, 'utf8')).toBe('old');
    expect((await lamella('apply', DEMO, '--plan', twoSwaps, '--out', old)).code).toBe(0);
    expect(readdirSync(folder).filter((name) => name.startsWith('.'))).toEqual([]);
  });

  it.each([
    ['the plan', { swaps: [{ layer: [3], filament: 'B' }] }, {}, /"layer" of swap 1 .* is a list/],
    [
      'the printer',
      { swaps: [{ layer: 3, filament: 'B' }] },
      { volume: { x: 1e9 } },
      /at most 5000/,
    ],
  ])('answer wrong types in %s in JSON', async (_name, plan, printer, words) => {
    const args = ['--plan', savePlan('odd.json', plan), '--out', inFolder('odd.gcode')];
    const run = await lamella(
      'apply',
      DEMO,
      ...args,
      '--printer',
      savePlan('odd-printer.json', printer),
    );
    expect(run.code).toBe(2);
    expect(run.answer.error.message).toMatch(words);
    expect(existsSync(inFolder('odd.gcode'))).toBe(false);
  });

  it('take the plan that the screens save, in each of its forms', async () => {
    const bytes = readFileSync(DEMO);
    const reading = readGcode(bytes, ORDINARY_PRINTER);
    const fingerprint = createHash('sha256').update(bytes).digest('hex');
    const plan = withSwapsBefore(emptyPlan(fingerprint), [11, 26]);
    const inputs = { layers: reading.layers, steps: findSteps(reading.layers, reading.skirtMm2) };
    const saved = writePlanFile(plan, inputs);
    const forms = [saved, JSON.stringify(plan), JSON.stringify(bookOf(plan))];
    for (const [i, form] of forms.entries()) {
      const file = inFolder(`saved-${i}.json`);
      writeFileSync(file, form);
      const out = inFolder(`saved-${i}.gcode`);
      const { code, answer } = await lamella('apply', DEMO, '--plan', file, '--out', out);
      expect(answer.error).toBeUndefined();
      expect([code, answer.swaps.map((swap: { layer: number }) => swap.layer)]).toEqual([
        0,
        [11, 26],
      ]);
      expect(answer.swaps[0].filament).toBe('B Bone white');
    }
    writeFileSync(inFolder('other.json'), JSON.stringify(emptyPlanFor('0')));
    const other = await lamella(
      'apply',
      DEMO,
      '--plan',
      inFolder('other.json'),
      '--out',
      inFolder('o.gcode'),
    );
    expect(other.answer.error.code).toBe('plan-of-another-file');
  });

  it('say what the file undoes, and rewrite it when asked to', async () => {
    const file = inFolder('undoing.gcode');
    const text = readFileSync(DEMO, 'utf8').replace('; layer 15 of', 'M106 S30\nM0\n; layer 15 of');
    writeFileSync(file, text);
    const swaps = [
      { layer: 16, filament: 'B', fan: 80 },
      { layer: 11, filament: 'C', fan: 90 },
    ];
    const run = async (more: object) => {
      const plan = savePlan('undoing.json', { swaps, ...more });
      return (await lamella('apply', file, '--plan', plan, '--out', inFolder('undone.gcode')))
        .answer;
    };
    const kept = await run({});
    const codes = kept.findings.map((one: { code: string }) => one.code);
    expect(codes).toContain('setting-undone');
    expect(codes).toContain('doubled-stop');
    expect([kept.removedStops, kept.rewrittenLines]).toEqual([[], 0]);
    const stop = (await lamella('inspect', file)).answer.stops[0];
    expect(stop).toMatchObject({ command: 'M0', layer: 16, place: 'before' });
    const rewritten = await run({ rewrite: ['fan'], existingStops: [stop.line] });
    expect(rewritten.rewrittenLines).toBeGreaterThan(0);
    expect(rewritten.removedStops).toEqual([stop]);
    expect(rewritten.findings.map((one: { code: string }) => one.code)).not.toContain(
      'setting-undone',
    );
    expect((await run({ existingStops: [3] })).error.code).toBe('no-such-stop');
  });

  it.each([
    [['inspect', 'nowhere.gcode'], 'cannot-read'],
    [['inspect', 'package.json', '--printer', 'README.md'], 'bad-json'],
    [['inspect'], 'usage'],
    [['slice', DEMO], 'usage'],
  ])('refuse %j', async (args, code) => {
    expect(await lamella(...args)).toMatchObject({ code: 2, answer: { error: { code } } });
  });

  it('answer the same from the shell, with the exit code', async () => {
    const file = inFolder('shell.gcode');
    expect(fromShell('inspect', DEMO)).toEqual(await lamella('inspect', DEMO));
    expect(fromShell('apply', DEMO, '--plan', twoSwaps, '--out', file).code).toBe(0);
    const odd = fromShell('apply', DEMO, '--plan', savePlan('odd.json', []), '--out', file);
    expect(odd).toMatchObject({ code: 2, answer: { error: { code: 'bad-plan' } } });
  });
});

describe('several files', () => {
  const [base, bird, rim] = ['base', 'bird', 'rim'].map((part) =>
    join(ROOT, `public/demo/wader-coaster-${part}.gcode`),
  );
  const parts = { 1: 'Tide blue', 2: 'Bone white', 3: 'Brick red' };

  it('are inspected as one print, with a part for each file', async () => {
    const { answer } = await lamella('inspect', base, bird, rim);
    expect(answer.parts.map(({ key }: { key: string }) => key)).toEqual(['1', '2', '3']);
    expect(answer.layers).toHaveLength(12);
    expect(answer.orders.map(({ swaps }: { swaps: number }) => swaps)).toContain(2);
  });

  it('are written as one, and proven without the plan whatever their order', async () => {
    const plan = savePlan('joined.json', { parts, recipe: { kind: 'spelled-out' } });
    const out = inFolder('coaster.gcode');
    const { code, answer } = await lamella('apply', base, bird, rim, '--plan', plan, '--out', out);
    expect(code).toBe(0);
    expect(answer.files).toMatchObject([{ name: 'coaster.gcode', swaps: 2 }]);
    expect(answer.dipMm).toBe(1);
    const why = answer.leftOut.map(
      (one: { file: string; why: string }) => `${one.file} ${one.why}`,
    );
    expect(why).toEqual([
      'wader-coaster-base.gcode end block',
      'wader-coaster-bird.gcode start block',
      'wader-coaster-bird.gcode end block',
      'wader-coaster-rim.gcode start block',
    ]);
    const proven = await lamella('prove', rim, base, bird, '--', out);
    expect(proven.answer.ok).toBe(true);
    expect((await lamella('prove', rim, base, '--', out)).code).toBe(2);
  });

  it('may be large: what threads read is still there to be written', async () => {
    // Threads that take buffers over run in a process of the command's own.
    const style = { width: 24, depth: 40, layers: 700, height: 0.1 };
    const files = [40, 80].map((x) => {
      const text = boxPrint({ ...style, x });
      expect(text.length).toBeGreaterThan(4.1e6);
      writeFileSync(inFolder(`tall-${x}.gcode`), text);
      return inFolder(`tall-${x}.gcode`);
    });
    const plan = savePlan('tall.json', {
      parts: { 1: 'Ochre', 2: 'Ochre' },
      order: 'fewest-swaps',
    });
    const out = inFolder('tall.gcode');
    const { code, answer } = fromShell('apply', ...files, '--plan', plan, '--out', out);
    expect(answer.error).toBeUndefined();
    expect(code).toBe(0);
    expect(answer.proof.ok).toBe(true);
  });

  it('come out as one file for each filament', async () => {
    const plan = savePlan('delivery.json', {
      parts,
      delivery: 'file-per-band',
      between: { home: 'xy' },
    });
    const files = ['apply', base, bird, rim, '--plan', plan];
    const { answer } = await lamella(...files, '--out-dir', inFolder('delivery'));
    const names = [
      'wader-coaster-1of3-tide-blue.gcode',
      'wader-coaster-2of3-bone-white.gcode',
      'wader-coaster-3of3-brick-red.gcode',
    ];
    expect(answer.files.map(({ name }: { name: string }) => name)).toEqual(names);
    expect(
      answer.swaps.map(({ file, line }: { file: string; line: number }) => [file, line]),
    ).toEqual([
      [names[1], 1],
      [names[2], 1],
    ]);
    const written = names.map((name) => join(inFolder('delivery'), name));
    expect((await lamella('prove', base, bird, rim, '--', ...written)).answer.ok).toBe(true);
    const [one, two, three] = written;
    const wrong = await lamella('prove', base, bird, rim, '--', one, three, two);
    expect(wrong.answer.error.code).toBe('proof-failed');
    const single = await lamella(...files, '--out', inFolder('single.gcode'));
    expect(single.answer.error.message).toContain('--out-dir');
    expect((await lamella(...files)).answer.error.code).toBe('usage');
  });

  it('are checked as they are, one after another', async () => {
    const { code, answer } = await lamella('chain', base, bird);
    expect(code).toBe(0);
    expect(answer.ok).toBe(false);
    const [, second] = answer.files;
    expect(second.findings.map(({ code: one }: { code: string }) => one)).toContain('hits-print');
  });

  it('are refused in words', async () => {
    const plan = savePlan('joined.json', { parts: { 1: 'Tide blue', 2: 'Bone white' } });
    const out = inFolder('none.gcode');
    const twice = await lamella('apply', base, base, '--plan', plan, '--out', out);
    expect(twice.answer.error.code).toBe('same-file');
    const early = await lamella('apply', bird, base, '--plan', plan, '--out', out);
    expect(early.answer.error.code).toBe('wrong-order');
    const empty = inFolder('empty.gcode');
    writeFileSync(empty, '');
    const none = await lamella('apply', base, empty, '--plan', plan, '--out', out);
    expect(none.answer.error.message).toContain('empty.gcode');
    const part = savePlan('parts.json', { parts: { 7: 'Ochre' } });
    const odd = await lamella('apply', base, bird, '--plan', part, '--out', out);
    expect(odd.answer.error.code).toBe('no-such-part');
  });
});

describe('files as people have them', () => {
  const written = (name: string, text: string): string => {
    writeFileSync(inFolder(name), text);
    return inFolder(name);
  };
  const two = written('two.gcode', changePrint());

  it('are refused where nothing would be changed, by apply as by prove', async () => {
    const plan = savePlan('same.json', { parts: { T0: 'Ochre' } });
    const plate = written('box.gcode', boxPrint());
    const { code, answer } = await lamella('apply', plate, '--plan', plan, '--out', inFolder('n'));
    expect([code, answer.error.code]).toEqual([2, 'bad-plan']);
    const same = await lamella('prove', plate, plate);
    expect(same.answer.error.message).toBe('The output contains no swap.');
    // Where its tool changes go, an output without a swap is one.
    const alike = savePlan('alike.json', { parts: { T0: 'Ochre', T1: 'Ochre' } });
    const out = inFolder('alike.gcode');
    const done = await lamella('apply', two, '--plan', alike, '--out', out);
    expect(done.answer).toMatchObject({ loadedFirst: 'Ochre', swaps: [] });
    expect((await lamella('prove', two, out)).code).toBe(0);
  });

  it('have filaments in any script, as they were given', async () => {
    const parts = { T0: 'Зелёный', T1: '緑' };
    const plan = savePlan('scripts.json', { parts, order: 'fewest-swaps' });
    const out = inFolder('scripts.gcode');
    const { answer } = await lamella('apply', two, '--plan', plan, '--out', out);
    const filaments = answer.swaps.map(({ filament }: { filament: string }) => filament);
    // By turns, beginning with the other one.
    const [first, other] = answer.loadedFirst === '緑' ? ['緑', 'Зелёный'] : ['Зелёный', '緑'];
    expect([answer.loadedFirst, ...filaments]).toEqual([first, other, first, other]);
    const titles = readFileSync(out, 'utf8').match(/^; lamella: swap .*$/gm) ?? [];
    const called = titles.map((title) => (/, A Zelyoniy$/.test(title) ? 'Зелёный' : '緑'));
    expect(called).toEqual(filaments);
    expect(titles.filter((title) => title.endsWith(', B'))).toHaveLength(
      filaments.filter((name: string) => name === '緑').length,
    );
    expect((await lamella('prove', two, out)).code).toBe(0);
  });

  it('come in bands by height, with a prime line in the corner and objects one after another', async () => {
    const plan = savePlan('bands.json', {
      swaps: [{ layer: 2, filament: 'Ochre' }],
      delivery: 'file-per-band',
      between: { home: 'all' },
    });
    const corner = boxPrint().replace(
      'G92 E0\n',
      'G92 E0\nG0 X0.5 Y20 Z0.3\nG1 Y160 E9 F1200\nG92 E0\nG0 Z2\n',
    );
    const objects = boxPrint() + boxPrint({ x: 120 }).replace(/^[^]*?G92 E0\n/, 'M109 S205\n');
    for (const text of [corner, objects]) {
      const file = written('bands.gcode', text);
      const folder = inFolder(`bands-${text.length}`);
      const { answer } = await lamella('apply', file, '--plan', plan, '--out-dir', folder);
      expect(answer.error).toBeUndefined();
      const names = answer.files.map(({ name }: { name: string }) => join(folder, name));
      expect(names).toHaveLength(2);
      expect((await lamella('prove', file, '--', ...names)).code).toBe(0);
    }
  });

  it('keep their own stops, or are refused where one would be left out', async () => {
    const stops = boxPrint({ hop: 0.4 }).replace('G0 Z0.8 ', 'M0 Put the magnets in\nG0 Z0.8 ');
    const file = written('magnets.gcode', stops);
    const swaps = [{ layer: 2, filament: 'Ochre' }];
    const bands = savePlan('magnets.json', { swaps, delivery: 'file-per-band' });
    const { answer } = await lamella('apply', file, '--plan', bands, '--out-dir', inFolder('m'));
    expect(answer.error).toMatchObject({
      code: 'cannot-reorder',
      message: expect.stringContaining('(M0 Put the magnets in) is on a travel that is left out'),
    });
    const one = savePlan('magnets-one.json', { swaps });
    const out = inFolder('magnets-out.gcode');
    expect((await lamella('apply', file, '--plan', one, '--out', out)).code).toBe(0);
    const gone = savePlan('magnets-gone.json', {
      swaps,
      delivery: 'file-per-band',
      existingStops: 'remove',
    });
    const done = await lamella('apply', file, '--plan', gone, '--out-dir', inFolder('m'));
    expect(done.code).toBe(0);
  });

  it('tell what holds them, which is not the best order then', async () => {
    const held = changePrint({
      layers: Array.from({ length: 4 }, () => [0, 1]),
      before: (tool) => [`TOOL_READY N=${tool}`],
    });
    const { answer } = await lamella('inspect', written('held.gcode', held));
    expect(answer.held[0]).toMatchObject({ text: 'TOOL_READY N=1' });
    const fewest = answer.orders.find(({ order }: { order: string }) => order === 'fewest-swaps');
    expect(fewest).toMatchObject({ swaps: 7, exact: false });
  });
});
