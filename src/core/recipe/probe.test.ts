import { describe, expect, it } from 'vitest';
import { bytesOf, textOf } from '../../../tests/support/printFiles';
import { numberedPrint } from '../../../tests/support/stateFiles';
import { broken, proveWritten, writeSwaps } from '../../../tests/support/written';
import { Effect } from '../gcode/effect';
import { EXAMPLE_PRINTERS } from '../printer/examples';
import { reachOf } from '../printer/printer';
import { SimulatedPrinter } from '../printer/simulate';
import type { MachineState } from '../gcode/machine';
import { stateDifferences } from '../proof/statements/stateCheck';
import { hostScripts } from './hostScripts';
import { judgeProbe, PROBE_STOPS, probeFile, type ProbeAnswer } from './probe';
import { plainRecipe } from './recipe';

describe('the probe file', () => {
  it.each(EXAMPLE_PRINTERS)('is safe on $name, cold and hot', (printer) => {
    for (const hot of [null, 200]) {
      const bytes = bytesOf(probeFile(printer, { hot }));
      let [tones, highest, pushed] = [0, 0, 0];
      const heard: number[] = [];
      const run = new SimulatedPrinter({
        captureAt: [],
        stopWords: ['PAUSE'],
        stretches: [{ start: 0, end: bytes.length }],
        watch: (_, { machine, words, effect }) => {
          if (words.code === 300) tones++;
          if (effect === Effect.Stop) heard.push(tones);
          if (effect === Effect.Stop) tones = 0;
          highest = Math.max(highest, machine.z);
          pushed = Math.max(pushed, machine.e);
          if (hot === null) expect(machine.nozzleTarget).toBe(0);
        },
      });
      run.push(bytes);
      run.finish();
      expect(heard).toEqual([1, 2, 3, 4, 5]);
      expect(run.stops.map(({ command }) => command)).toEqual(
        PROBE_STOPS.map(({ command }) => command),
      );
      expect(highest).toBeLessThan(reachOf(printer).maxZ);
      expect(pushed).toBe(0);
      expect([run.state.nozzleTarget, run.state.bedTarget]).toEqual([0, 0]);
    }
  });

  const went: ProbeAnswer[] = ['went-on', 'went-on', 'went-on', 'went-on', 'went-on'];
  const at = (i: number, answer: ProbeAnswer): ProbeAnswer[] => went.with(i, answer);
  it.each([
    ['change-command', 'M600', at(0, 'asked'), false],
    ['change-command', 'M600', at(0, 'waited').with(1, 'waited'), false],
    ['spelled-out', 'M0', at(1, 'waited').with(2, 'waited'), false],
    ['spelled-out', 'M226', at(3, 'waited'), false],
    ['pause-command', 'M25', at(2, 'waited').with(1, 'ended'), false],
    ['pause-command', 'PAUSE', at(4, 'waited'), false],
    ['host-scripts', 'PAUSE', at(4, 'waited'), true],
    ['beep-only', '', went, false],
  ] as const)('makes "%s" with "%s" of the answers', (kind, command, answers, host) => {
    const { understanding } = judgeProbe(answers, { heardBeeps: true, host }, '2026-04-05');
    expect(understanding).toEqual({ kind, command, testedAt: '2026-04-05' });
  });

  it('tries only the stops asked for, each with its own number of beeps', () => {
    const stops = PROBE_STOPS.slice(1, 3);
    const lines = probeFile(EXAMPLE_PRINTERS[0], { hot: null, stops }).split('\n');
    expect(lines.filter((line) => line === 'M300 S880 P250')).toHaveLength(3);
    expect(lines.filter((line) => /^M(600|0|25|226)$|^PAUSE$/.test(line))).toEqual(['M0', 'M25']);
  });

  it('makes nothing of a printer that neither waits nor beeps', () => {
    const facts = { heardBeeps: false, host: false };
    expect(judgeProbe(went, facts, '2026-04-05').understanding).toBeNull();
  });
});

describe('the scripts for a host', () => {
  it('retract and un-retract the same where nothing is changed or purged', () => {
    const recipe = { ...plainRecipe('host-scripts'), unload: 0, load: 0, purge: 0 };
    const scripts = hostScripts(recipe, EXAMPLE_PRINTERS[2], {
      retracted: 0.8,
      nozzle: 0,
      relativeE: true,
    });
    expect(scripts.pause).toContain('G1 E-4 F2100');
    expect(scripts.resume).toContain('G1 E4 F2100');
    // A temperature that the file never says is never set.
    expect(scripts.pause + scripts.resume).not.toMatch(/M10[49]/);
  });

  it('let the nozzle cool and warm again only when asked to', () => {
    const at = { retracted: 0, nozzle: 215, relativeE: true };
    const warm = hostScripts(plainRecipe('host-scripts'), EXAMPLE_PRINTERS[2], at);
    expect(warm.pause).not.toMatch(/M104/);
    const recipe = { ...plainRecipe('host-scripts'), standby: 140, releaseExtruder: true };
    const cool = hostScripts(recipe, EXAMPLE_PRINTERS[2], at);
    expect(cool.pause).toMatch(/M84 E\nM104 S140\n$/);
    expect(cool.resume).toContain('M109 S215');
  });

  it.each([true, false])('and the file bring everything back (relative: %s)', async (relativeE) => {
    const printer = EXAMPLE_PRINTERS[2];
    const recipe = { ...plainRecipe('host-scripts'), standby: 150 };
    const text = numberedPrint({ relativeE }).replace(/G28\nG90/, 'G28\nM109 S205\nG90');
    const written = await writeSwaps(text, { layers: [3], recipe, printer });
    const scripts = hostScripts(recipe, printer, { retracted: 0, nozzle: 205, relativeE });
    // A host runs the one script, waits, and runs the other where the file says PAUSE.
    const run = textOf(written.output).replace('PAUSE\n', `${scripts.pause}M0\n${scripts.resume}`);
    expect(broken(await proveWritten(written))).toEqual([]);
    const endOf = (file: string): MachineState => {
      const printed = new SimulatedPrinter({ captureAt: [], stopWords: [] });
      printed.push(bytesOf(file));
      printed.finish();
      return printed.state;
    };
    expect(stateDifferences(endOf(text), endOf(run))).toEqual([]);
    expect(scripts.pause).toMatch(/^; Runs when the print pauses\.\nG21\nG90\nM83\nG1 E-4/);
    expect(scripts.resume).toContain(`M109 S205`);
    expect(scripts.resume.trimEnd().endsWith(relativeE ? 'M83' : 'M82')).toBe(true);
  });
});
