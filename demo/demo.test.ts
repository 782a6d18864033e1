import { readFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { describe, expect, it } from 'vitest';
import { bottomOf } from '../src/core/layers';
import { readGcode } from '../src/core/read/reader';
import { findSteps } from '../src/core/geometry/steps';
import { ORDINARY_PRINTER } from '../src/core/motion/limits';
import { factsOf } from '../src/core/log/facts';
import { learnPerson, learnPrinter } from '../src/core/log/learn';
import { Learning } from '../src/core/log/learning';
import { parseEvents } from '../src/core/run/following/events';
import { parseRunPlan } from '../src/core/run/runPlan';
import { DEMO_FILES } from './files';
import { makeDemoLog } from './logbook';
import { HIDE_PLATE } from './jobs/hidePlate';
import { MARSH_TOPS } from './jobs/marshRelief';
import { RING_TAG } from './jobs/ringTags';
import { TIDE_DIAL } from './jobs/tideDial';
import { WINDOW_SIGN } from './jobs/windowSign';
import { COASTER } from './jobs/waderCoaster';

const shipped = (name: string): string =>
  readFileSync(fileURLToPath(new URL(`../public/demo/${name}`, import.meta.url)), 'utf8');
const readingOf = (name: string) =>
  readGcode(new TextEncoder().encode(shipped(name)), ORDINARY_PRINTER);
const rounded = (value: number): number => Number(value.toFixed(2));

describe.each(Object.keys(DEMO_FILES))('%s', (name) => {
  const text = shipped(name);
  const reading = readingOf(name);

  it('is shipped as the generator makes it', () => {
    expect(DEMO_FILES[name]()).toBe(text);
    expect(text.length).toBeLessThan(4e6);
  });

  it('is a print that could be printed: heated, primed, drawn in layers, and shut down', () => {
    // Parts that lie on another one begin in the air, and that is said.
    const inAir = reading.findings.filter(({ code }) => code === 'first-layer-in-air');
    expect(inAir).toHaveLength(bottomOf(reading.layers[0]) > 0.01 ? 1 : 0);
    // One job stops at every change of filament, and that is said too.
    const odd = reading.findings.filter(({ code }) => code !== 'existing-stop');
    expect(odd.filter((one) => !inAir.includes(one))).toEqual([]);
    const inLayers = reading.layers.reduce((sum, layer) => sum + layer.filamentMm, 0);
    expect(reading.filamentMm - inLayers).toBeCloseTo(24, 0);
    expect(reading.layers.every((layer) => Math.abs(layer.thickness - 0.2) < 0.05)).toBe(true);
    expect(reading.layers.every((layer) => layer.seconds > 5)).toBe(true);
    expect(text).toMatch(/M190 S60[^]*M109 S2\d\d[^]*G28/);
    expect(text.trimEnd()).toMatch(/M104 S0\nM140 S0\n[^]*M84$/);
  });
});

describe('Hide plate 7', () => {
  const reading = readingOf('hide-plate-7.gcode');

  it('changes at whole layers', () => {
    const top = (layer: number): number => rounded(reading.layers[layer - 1].z);
    expect([top(10), top(25), top(40)]).toEqual([
      HIDE_PLATE.base,
      HIDE_PLATE.border,
      HIDE_PLATE.number,
    ]);
  });

  it('prints inside of its outline, with solid and open layers', () => {
    const [bottom, , , open] = reading.layers;
    const outline = 84 * 56 - (4 - Math.PI) * 36;
    expect(bottom.footprintMm2 - reading.skirtMm2).toBeCloseTo(outline, -2);
    expect(open.footprintMm2).toBeLessThan(0.3 * bottom.footprintMm2);
    expect(open.spanMm2).toBeGreaterThan(0.95 * (bottom.spanMm2 - reading.skirtMm2));
  });
});

describe('the other demo jobs', () => {
  it('Marsh relief tile: relative, with hops, and a step at each band in spite of its slopes', () => {
    const reading = readingOf('marsh-relief-tile.gcode');
    expect(reading.extrusion).toBe('relative');
    expect(reading.layers[0].label).toBeNull();
    const steps = findSteps(reading.layers, reading.skirtMm2).map((step) => rounded(step.z));
    expect(steps).toEqual(MARSH_TOPS.slice(0, 4));
  });

  it('Ring gauge tags: one step for six tags', () => {
    const reading = readingOf('ring-gauge-tags.gcode');
    const [step, ...others] = findSteps(reading.layers, reading.skirtMm2);
    expect(rounded(step.z)).toBe(RING_TAG.plate);
    expect(others).toEqual([]);
    expect(reading.layers[0].label).toBe('1');
  });

  it('Tide dial: three tools side by side in the upper layers', () => {
    const { layers } = readingOf('tide-dial.gcode');
    const tools = (z: number) => layers.find((layer) => layer.z > z)?.tools.toSorted();
    expect(tools(0)).toEqual([0]);
    expect(tools(TIDE_DIAL.base)).toEqual([0, 1, 2]);
  });

  it('Window sign: a stop at every change of filament, its picture in the first three layers', () => {
    const { stops, layers, sections } = readingOf('window-sign.gcode');
    expect(stops).toHaveLength(WINDOW_SIGN.swapsAsSliced);
    expect(stops.every(({ command }) => command === 'PAUSE')).toBe(true);
    const inPicture = layers.filter(({ z }) => z < WINDOW_SIGN.picture + 0.01);
    expect(inPicture).toHaveLength(3);
    expect(sections.filter(({ z }) => z < WINDOW_SIGN.picture + 0.01)).toHaveLength(9);
  });

  it('Wader coaster: parts that start where they lie in the whole', () => {
    const starts = ['base', 'bird', 'rim'].map((part) => {
      const { layers } = readingOf(`wader-coaster-${part}.gcode`);
      return [rounded(layers[0].z), rounded(layers[layers.length - 1].z)];
    });
    expect(starts).toEqual([
      [0.2, COASTER.top],
      [COASTER.base + 0.2, COASTER.top],
      [COASTER.base + 0.2, COASTER.top],
    ]);
  });
});

describe('the made-up logbook', () => {
  it('is shipped as the generator makes it, and every run of it is one', () => {
    const made = makeDemoLog();
    expect(JSON.parse(shipped('logbook.json'))).toEqual(made);
    expect(made.runs).toHaveLength(30);
    const facts = made.runs.map(factsOf);
    expect(facts.every((one) => one !== null && one.at < made.ends)).toBe(true);
    expect(
      made.runs.every(({ runPlan, events }) => parseRunPlan(runPlan).ok && parseEvents(events).ok),
    ).toBe(true);
  });

  it('teaches what it was made from', () => {
    const facts = makeDemoLog().runs.flatMap((run) => factsOf(run) ?? []);
    const timeouts = { nozzleSeconds: 600, motorSeconds: 120 };
    const sluice = learnPrinter(facts, 'Sluice', timeouts);
    expect(sluice.motion.value).toBeCloseTo(1.11, 1);
    expect(sluice.motion.low).toBeLessThan(1.12);
    expect(learnPrinter(facts, 'Old bittern', timeouts).motion.value).toBeGreaterThan(1.15);
    const { firstHands, hands } = learnPerson(facts);
    expect(firstHands.value).toBeGreaterThan(hands.value + 30);
    const { tooShort, enough } = new Learning(facts).purge('brick-red', 'bone-white', 100);
    expect(tooShort).toBeLessThan(130);
    expect(enough).toBeGreaterThan(100);
  });
});
