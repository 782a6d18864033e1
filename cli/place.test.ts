import { spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import {
  chmodSync,
  linkSync,
  lstatSync,
  mkdtempSync,
  readdirSync,
  readFileSync,
  statSync,
  symlinkSync,
  writeFileSync,
} from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { gzipSync } from 'fflate';
import { describe, expect, it } from 'vitest';
import { layerNumber } from '../src/core/layers';
import { findSteps } from '../src/core/geometry/steps';
import { ORDINARY_PRINTER } from '../src/core/motion/limits';
import { emptyPlan } from '../src/core/plan/jobPlan';
import { withSwap } from '../src/core/plan/edits/partEdits';
import { writePlanFile } from '../src/core/plan/file/planFile';
import { readGcode } from '../src/core/read/reader';
import { runCommand } from './commands';

const ROOT = fileURLToPath(new URL('..', import.meta.url));
const DEMO = readFileSync(join(ROOT, 'public/demo/hide-plate-7.gcode'));
const folder = mkdtempSync(join(tmpdir(), 'lamella-place-'));
const inFolder = (name: string): string => join(folder, name);

/** The plan that the screens save for the demo: swaps where its border and its number begin. */
const reading = readGcode(new Uint8Array(DEMO), ORDINARY_PRINTER);
const steps = findSteps(reading.layers, reading.skirtMm2);
const begun = emptyPlan(createHash('sha256').update(DEMO).digest('hex'));
const planned = [11, 26].reduce((plan, layer) => withSwap(plan, layerNumber(layer)), begun);
const PLAN = inFolder('plan.json');
writeFileSync(PLAN, writePlanFile(planned, { layers: reading.layers, steps }));

function fileOf(name: string, bytes: string | Uint8Array): string {
  writeFileSync(inFolder(name), bytes);
  return inFolder(name);
}
const place = (file: string, ...more: string[]) =>
  runCommand(['place', file, '--plan', PLAN, ...more]);

describe('a plan put into a file in its place', () => {
  it('writes what apply writes, says it in one line, and again changes nothing', async () => {
    const file = fileOf('plate.gcode', DEMO);
    const out = inFolder('out.gcode');
    await runCommand(['apply', file, '--plan', PLAN, '--out', out]);
    const done = await place(file);
    expect(done).toMatchObject({
      code: 0,
      line: 'plate.gcode: 2 swaps before layer 11, 26, written and proven.',
    });
    const written = readFileSync(file);
    expect(written.equals(readFileSync(out))).toBe(true);
    expect((await place(file, '--quiet'))?.line).toBe('');
    expect(readFileSync(file).equals(written)).toBe(true);
    expect(readdirSync(folder).filter((name) => name.startsWith('.'))).toEqual([]);
  });

  it('keeps rights and links of the file, or leaves it alone', async () => {
    const file = fileOf('rights.gcode', DEMO);
    chmodSync(file, 0o640);
    const link = inFolder('link.gcode');
    symlinkSync(file, link);
    expect((await place(link))?.code).toBe(0);
    expect(lstatSync(link).isSymbolicLink()).toBe(true);
    expect(statSync(file).mode & 0o777).toBe(0o640);
    expect(readFileSync(file).length).toBeGreaterThan(DEMO.length);

    const guarded = fileOf('guarded.gcode', DEMO);
    chmodSync(guarded, 0o440);
    expect((await place(guarded))?.line).toMatch(/write-protected/);
    const named = fileOf('named.gcode', DEMO);
    linkSync(named, inFolder('other-name.gcode'));
    expect((await place(named))?.line).toMatch(/hard links/);
    for (const name of [guarded, named]) expect(readFileSync(name).equals(DEMO)).toBe(true);
  });

  it('moves to a new slice with the same steps, and to no other', async () => {
    // The same heights, re-sliced: another speed, and another comment.
    const anew = DEMO.toString().replaceAll('F1500', 'F1400').replace(';', '; re-sliced\n;');
    expect(anew).not.toBe(DEMO.toString());
    const file = fileOf('anew.gcode', anew);
    const done = await place(file);
    expect(done).toMatchObject({ code: 0 });
    const proof = await runCommand(['prove', fileOf('before.gcode', anew), file]);
    expect(proof?.code).toBe(0);

    // All of it a tenth of a layer higher: no height is the plan's any more.
    const higher = DEMO.toString().replace(
      / Z(\d+\.\d+)/g,
      (_all, z) => ` Z${(Number(z) * 1.02).toFixed(3)}`,
    );
    const other = fileOf('higher.gcode', higher);
    const refused = await place(other);
    expect(refused).toMatchObject({ code: 2 });
    expect(refused?.line).toMatch(/^Not written: The steps or heights of this file differ/);
    expect(readFileSync(other, 'utf8')).toBe(higher);
  });

  it('only looks when asked to, and leaves packed and damaged files as they are', async () => {
    const file = fileOf('look.gcode', DEMO);
    expect((await place(file, '--dry-run'))?.line).toMatch(/would be written and is proven\.$/);
    expect(readFileSync(file).equals(DEMO)).toBe(true);
    const packed = gzipSync(new Uint8Array(DEMO));
    const refused = await place(fileOf('packed.gcode.gz', packed));
    expect(refused).toMatchObject({ code: 2 });
    expect(refused?.line).toContain('The file is compressed');
    expect(await place(inFolder('nowhere.gcode'))).toMatchObject({ code: 2 });
    expect((await place(PLAN))?.line).toMatch(/^Not written: /);
  });

  it('is called by another program: one line, the exit code, and errors where errors go', () => {
    const file = fileOf('shell.gcode', DEMO);
    const call = (...args: string[]) =>
      // From another folder, as a program passes a path.
      spawnSync(join(ROOT, 'cli/run.mjs'), ['place', ...args], {
        cwd: folder,
        encoding: 'utf8',
        env: { ...process.env, INIT_CWD: undefined },
      });
    const done = call('shell.gcode', '--plan', PLAN);
    expect([done.status, done.stdout, done.stderr]).toEqual([
      0,
      'shell.gcode: 2 swaps before layer 11, 26, written and proven.\n',
      '',
    ]);
    expect(readFileSync(file).length).toBeGreaterThan(DEMO.length);
    const failed = call('none.gcode', '--plan', PLAN, '--quiet');
    expect([failed.status, failed.stdout]).toEqual([2, '']);
    expect(failed.stderr).toBe('Not written: The file none.gcode cannot be read.\n');
  });
});
