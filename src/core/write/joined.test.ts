import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { boxPrint, PLAIN_BOX, type BoxStyle } from '../../../tests/support/boxPrints';
import { beadsText, runJoined } from '../../../tests/support/oracles/joinOracle';
import { writeJoined } from '../../../tests/support/joinWritten';
import { bytesOf, textOf } from '../../../tests/support/printFiles';
import { broken, proveWritten, type Written } from '../../../tests/support/written';
import { sourceOf } from '../byteSource';
import { ORDERS, type Order } from '../order/ordering';
import { HOMES } from '../recipe/betweenFiles';
import { cutsOf, joined, writeOutputFiles } from '../blocks/pieces';
import { proveOutput } from '../proof/proof';

const BASE: Partial<BoxStyle> = { x: 60, y: 60, width: 14, depth: 14, layers: 6, pocket: 4 };
/** Lies in the pocket of the base, half a millimetre from its walls. */
const INLAY: Partial<BoxStyle> = { x: 64.5, y: 64.5, width: 5, depth: 5, layers: 3 };

/** Writes boxes together and looks at the output with the proof and with a printer of plain geometry. */
async function written(
  boxes: readonly Partial<BoxStyle>[],
  options: Parameters<typeof writeJoined>[1],
): Promise<Written> {
  const done = await writeJoined(
    boxes.map((box) => boxPrint(box)),
    options,
  );
  if (!done.ok) throw new Error(done.refusal.message);
  const { request } = done.value;
  expect(broken(await proveWritten(done.value))).toEqual([]);
  expect(broken(await proveWritten(done.value, done.value.output, null))).toEqual([]);
  const run = runJoined(textOf(done.value.output), request.arrangement.dipMm);
  expect(run.faults).toEqual([]);
  expect(run.stops).toBe(request.arrangement.visits.length - 1);
  expect(run.homings).toBe(1);
  expect(run.ends).toEqual({ nozzle: 0, bed: 0 });
  const [first] = request.arrangement.visits[0].sections;
  const { source } = done.value.reading.sections[first.section];
  const { firstSection } = done.value.reading.sources[source];
  // A skirt over which another box prints is in nobody's interest.
  const keeps = { skirt: !request.arrangement.leftOut.includes(firstSection), prime: true };
  const wanted = boxes.flatMap((box, i) => {
    const { skirt, prime } = i === source ? keeps : { skirt: false, prime: false };
    const style = { ...box, skirt: skirt && box.skirt, prime: prime && box.prime };
    return runJoined(boxPrint(style), 0).beads;
  });
  expect(beadsText(run.beads)).toEqual(beadsText(wanted));
  return done.value;
}

async function refusal(boxes: readonly Partial<BoxStyle>[], order: Order = 'as-sliced', dipMm = 0) {
  const done = await writeJoined(
    boxes.map((box) => boxPrint(box)),
    { order, dipMm },
  );
  return done.ok ? 'written' : `${done.refusal.code}: ${done.refusal.message}`;
}

describe('files that are printed together', () => {
  it.each(ORDERS)('print one into the pocket of the other, %s', async (order) => {
    const { request } = await written([BASE, INLAY], { order, dipMm: 1 });
    const swaps = { 'as-sliced': 1, 'fewest-swaps': 3, 'colour-by-colour': 1 };
    expect(request.arrangement.visits).toHaveLength(swaps[order] + 1);
  });

  it('print one on top of the other, and beside each other', async () => {
    const top = { from: 1.2, layers: 3, x: 62, width: 8 };
    await written([{ ...BASE, pocket: 0 }, top], { order: 'as-sliced' });
    const beside = { x: 70, layers: 5 };
    const { insertions } = await written([PLAIN_BOX, beside, { x: 80 }], { order: 'as-sliced' });
    expect(insertions.some(({ title }) => title?.kind === 'lift')).toBe(false);
  });

  it('leave out skirts, prime lines, starts and ends of all but one', async () => {
    const edges = { skirt: true, prime: true };
    const { output } = await written(
      [
        { ...BASE, ...edges },
        { ...INLAY, from: 0, ...edges },
      ],
      {
        order: 'as-sliced',
      },
    );
    const marks = textOf(output).match(/left out .*, (start block|end block|skirt)$/gm) ?? [];
    expect(marks.map((mark) => mark.replace(/.*, /, '')).sort()).toEqual([
      'end block',
      'skirt',
      'start block',
    ]);
  });

  it('may count in other units, and go up and down on their ways', async () => {
    const odd = { inches: true, relativeE: false, slopes: true };
    await written([BASE, { ...INLAY, ...odd }], { order: 'as-sliced' });
    await written([{ ...BASE, ...odd }, INLAY], { order: 'as-sliced' });
    const { output } = await written([BASE, { ...INLAY, nozzle: 220, acceleration: 700 }], {
      order: 'fewest-swaps',
    });
    expect(textOf(output)).toContain('M204 P700');
    expect(textOf(output)).toContain('M109 S220');
  });

  it('are refused where they cannot be printed, in words', async () => {
    const top = { from: 1.2, layers: 3, x: 62, width: 8 };
    expect(await refusal([top, { ...BASE, pocket: 0 }])).toContain(
      'wrong-order: one.gcode lies on what two.gcode prints in layer 6',
    );
    expect(await refusal([BASE, BASE])).toContain('same-file: two.gcode is the same file');
    const inside = { x: 61, y: 61, width: 4, depth: 4, layers: 2 };
    expect(await refusal([BASE, inside])).toContain('in-one-place');
    expect(await refusal([{ ...PLAIN_BOX, layers: 25 }, { x: 70 }])).toContain('head-would-hit');
    expect(await refusal([{ ...PLAIN_BOX, layers: 25 }, { x: 70 }], 'fewest-swaps')).toBe(
      'written',
    );
    expect(await refusal([BASE, INLAY], 'as-sliced', 0.3)).toContain('bad-order');
    const empty = await writeJoined([boxPrint(), 'G28\nM104 S200\n'], { order: 'as-sliced' });
    expect(!empty.ok && empty.refusal.message).toContain('two.gcode');
    const many = Array.from({ length: 13 }, (_, i) => boxPrint({ x: 20 + 10 * i }));
    const refused = await writeJoined(many, { order: 'as-sliced' });
    expect(!refused.ok && refused.refusal.code).toBe('too-many-files');
  });

  it.each([
    ['beside all that stands', 'X110', true],
    ['into what stands', 'X67', false],
  ])('may hold a way of their own that goes down %s', async (_, to, isFree) => {
    const low = ['G0 Z5', 'G0 X100 Y67', 'G0 Z0.3', `G0 ${to}`, 'G0 Z5'].join('\n');
    const text = boxPrint(BASE).replace('G1 E-0.8 F2100\nG0 Z1.2 ', `${low}\n$&`);
    expect(text).toContain(low);
    const done = await writeJoined([text, boxPrint(INLAY)], { order: 'fewest-swaps' });
    if (!done.ok) throw new Error(done.refusal.message);
    const faults = broken(await proveWritten(done.value));
    if (isFree) expect(faults).toEqual([]);
    else expect(faults.join()).toMatch(/The travel to X 67.00 .* hits the print/);
    expect(runJoined(textOf(done.value.output), 0).faults.length > 0).toBe(!isFree);
  });

  it('are always proven and never hit anything, whatever they look like', async () => {
    const style = fc.record({
      width: fc.integer({ min: 3, max: 7 }),
      depth: fc.integer({ min: 3, max: 6 }),
      layers: fc.integer({ min: 1, max: 6 }),
      height: fc.constantFrom(0.2, 0.3),
      inches: fc.boolean(),
      relativeE: fc.boolean(),
      hop: fc.constantFrom(0, 0.4),
      slopes: fc.boolean(),
      skirt: fc.boolean(),
      prime: fc.boolean(),
      nozzle: fc.constantFrom(200, 215),
    });
    const boxes = fc.array(style, { minLength: 2, maxLength: 4 });
    await fc.assert(
      fc.asyncProperty(boxes, fc.constantFrom(...ORDERS), fc.nat(3), async (all, order, gap) => {
        const placed = all.map((box, i) => {
          // Of a single layer nobody can tell what is a skirt.
          const skirt = box.skirt && box.layers > 1;
          return { ...box, skirt, x: 40 + i * (7.4 + gap), y: 60 + 2 * (i % 2), pocket: 0 };
        });
        await written(placed, { order, dipMm: order === 'colour-by-colour' ? 0.6 : 0 });
      }),
      { numRuns: 25, seed: 12 },
    );
  });
});

describe('one run in several files', () => {
  /** Writes a delivery, and gives the printer of plain geometry all files, one after another. */
  async function delivered(
    boxes: readonly Partial<BoxStyle>[],
    options: Parameters<typeof writeJoined>[1],
  ) {
    const done = await writeJoined(
      boxes.map((box) => boxPrint(box)),
      options,
    );
    if (!done.ok) throw new Error(done.refusal.message);
    const { input, insertions, request } = done.value;
    const files = writeOutputFiles(input, insertions);
    const output = joined(files);
    const inputs = { reading: done.value.reading, printer: request.printer, cuts: cutsOf(files) };
    for (const planned of [request, null]) {
      const proof = await proveOutput(sourceOf(input), sourceOf(output), { ...inputs, planned });
      expect(broken(proof)).toEqual([]);
    }
    const run = runJoined(textOf(output), request.arrangement.dipMm);
    expect(run.faults).toEqual([]);
    expect(run.ends).toEqual({ nozzle: 0, bed: 0 });
    return { files, run, inputs, input };
  }

  it.each(HOMES)('is one file for each filament, homing %s in between', async (home) => {
    const { files, run } = await delivered([BASE, { ...INLAY, relativeE: false }], {
      order: 'as-sliced',
      delivery: 'file-per-band',
      home,
    });
    expect(files).toHaveLength(2);
    expect(run.stops).toBe(0);
    expect(run.homings).toBe(home === 'nothing' ? 1 : 2);
    const [first, second] = files.map((file) => textOf(file));
    expect(first).not.toMatch(/M104 S0|M84$/m);
    expect(second).not.toContain('M204 P900');
    expect(second.indexOf('M109 S205')).toBeLessThan(second.search(/^G1 E/m));
  });

  it('is one file for each sliced file, and a swap inside stays a swap', async () => {
    const boxes = [BASE, { ...INLAY, inches: true }, { x: 30, layers: 3 }];
    const { files, run } = await delivered(boxes, {
      order: 'as-sliced',
      delivery: 'file-per-source',
    });
    expect(files).toHaveLength(3);
    expect(run.stops).toBe(0);
  });

  it('refuses to home all axes where something is printed', async () => {
    const done = await writeJoined([boxPrint({ x: 10, y: 10 }), boxPrint({ x: 40 })], {
      order: 'as-sliced',
      delivery: 'file-per-band',
      home: 'all',
    });
    expect(!done.ok && done.refusal.code).toBe('head-would-hit');
  });

  it('is held to the order of its files, to their heat and to all of them', async () => {
    const { files, inputs, input } = await delivered([BASE, INLAY, { x: 30 }], {
      order: 'as-sliced',
      delivery: 'file-per-source',
    });
    const prove = async (given: readonly Uint8Array[]) => {
      const output = sourceOf(joined(given));
      const proof = await proveOutput(sourceOf(input), output, {
        ...inputs,
        cuts: cutsOf(given),
        planned: null,
      });
      return broken(proof);
    };
    const [one, two, three] = files;
    expect((await prove([one, three, two])).join()).toMatch(/File 2 is not the one|order/);
    expect((await prove([one, two])).length).toBeGreaterThan(0);
    expect((await prove([one, two, two, three])).length).toBeGreaterThan(0);
    const edit = (file: Uint8Array, from: string | RegExp, to: string): Uint8Array => {
      const text = textOf(file).replace(from, to);
      expect(text).not.toBe(textOf(file));
      return bytesOf(text);
    };
    const cold = edit(one, '; lamella: end handover', 'M104 S0\n; lamella: end handover');
    expect((await prove([cold, two, three])).join()).toMatch(/5: /);
    const early = edit(two, 'M109 S205', 'M104 S205');
    expect((await prove([one, early, three])).length).toBeGreaterThan(0);
    const homes = edit(two, 'G1 Z', 'G28 X Y\nG1 Z');
    expect((await prove([one, homes, three])).length).toBe(0);
    const low = edit(two, /G1 Z2\d\.?\d* F600/, 'G1 Z0.9 F600');
    expect((await prove([one, low, three])).length).toBeGreaterThan(0);
    const modeless = edit(two, 'G21\nG90\n', '');
    expect((await prove([one, modeless, three])).length).toBeGreaterThan(0);
    const dropped = edit(one, 'M17\n', '');
    expect((await prove([dropped, two, three])).length).toBeGreaterThan(0);
  });
});

describe('damage to files that are printed together', () => {
  const edges = { skirt: true, prime: true };
  const make = () =>
    writeJoined([boxPrint({ ...BASE, ...edges }), boxPrint({ ...INLAY, ...edges })], {
      order: 'as-sliced',
    });
  type Damage = (text: string, done: Written) => string;
  const start = (done: Written): string => {
    const [, second] = done.reading.sources;
    return textOf(done.input.subarray(second.start, second.start + 150));
  };
  const cases: readonly [string, Damage, number][] = [
    [
      'a start block left in the middle',
      (t, d) => t.replace(/(; lamella: from )/, `${start(d)}$1`),
      1,
    ],
    [
      'heaters off in the middle',
      (t) => t.replace('; lamella: swap 1', 'M104 S0\n; lamella: swap 1'),
      1,
    ],
    ['a homing move left in', (t) => t.replace('; lamella: swap 1', 'G28\n; lamella: swap 1'), 1],
    [
      'heaters off inside of a block',
      (t) => t.replace('; lamella: end swap 1', 'M140 S0\n; lamella: end swap 1'),
      5,
    ],
    ['a lift that is gone', (t) => t.replace(/; lamella: lift 2 [^]*?end lift 2\n/, ''), 2],
    ['a lift too low', (t) => t.replace(/(; lamella: lift 2 [^]*?G1 Z)2\.2/, '$10.7'), 3],
    [
      'a hop that cuts a corner',
      (t) => t.replace(/(; lamella: swap 1 [^]*?)G1 Z2\d\.\d+/, '$1G1 Z0.9'),
      3,
    ],
    ['a part left out', (t) => t.replace(/; lamella: from [^]*?(?=G0 Z1\d)/, ''), 1],
  ];
  it.each(cases)('%s is found', async (_, damage, check) => {
    const done = await make();
    if (!done.ok) throw new Error(done.refusal.message);
    const text = textOf(done.value.output);
    const damaged = damage(text, done.value);
    expect(damaged).not.toBe(text);
    const proof = await proveWritten({ ...done.value, output: bytesOf(damaged) });
    expect(broken(proof).length).toBeGreaterThan(0);
    expect(proof.checks.filter(({ ok }) => !ok).map((one) => one.check)).toContain(check);
  });

  it('a part printed twice is found', async () => {
    const done = await make();
    if (!done.ok) throw new Error(done.refusal.message);
    const text = textOf(done.value.output);
    const [second] = /; lamella: swap 1 [^]*$/.exec(text)!;
    const twice = bytesOf(text + second);
    expect(broken(await proveWritten({ ...done.value, output: twice })).length).toBeGreaterThan(0);
  });
});
