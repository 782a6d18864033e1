import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { boxPrint, PLAIN_BOX, type BoxStyle } from '../../../tests/support/boxPrints';
import { beadsText, runJoined } from '../../../tests/support/joinOracle';
import { writeJoined } from '../../../tests/support/joinWritten';
import { bytesOf, textOf } from '../../../tests/support/printFiles';
import { broken, proveWritten, type Written } from '../../../tests/support/written';
import { ORDERS, type Order } from '../order/ordering';

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
  const run = runJoined(textOf(done.value.output), request.arrangement!.dipMm);
  expect(run.faults).toEqual([]);
  expect(run.stops).toBe(request.swaps.length);
  expect(run.homings).toBe(1);
  expect(run.ends).toEqual({ nozzle: 0, bed: 0 });
  const [first] = request.arrangement!.sections;
  const { source } = done.value.reading.sections[first.section];
  const { firstSection } = done.value.reading.sources[source];
  // A skirt over which another box prints is in nobody's interest.
  const keeps = { skirt: !request.arrangement!.leftOut.includes(firstSection), prime: true };
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
    expect(request.swaps).toHaveLength(swaps[order]);
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
