import fc from 'fast-check';
import { afterEach, describe, expect, it, vi } from 'vitest';
import { kernelModule } from '../../../scripts/lib/kernelModule.mjs';
import { makeRingTags } from '../../../demo/jobs/ringTags';
import { bytesOf } from '../../../tests/support/printFiles';
import { QUICK_LINES_MODULE } from '../gcode/quick/quickLinesModule';
import * as At from '../gcode/quick/slots';
import { LineBatcher } from '../geometry/raster/lineBatch';
import { ORDINARY_PRINTER, type MotionLimits, type PrinterModel } from '../motion/limits';
import { QuickLines } from './quickLines';
import { GcodeReader } from './reader';

const FILES = 200;
const ALWAYS = 0;
const NEVER = Infinity;

/** All that a reader gathers of a file, and the lines that it hands on. */
function gather(bytes: Uint8Array, model: PrinterModel, chunk: number, quickFrom: number) {
  const lines: number[] = [];
  const batcher = new LineBatcher((batch) => lines.push(...batch));
  const reader = new GcodeReader(model, batcher, quickFrom);
  for (let at = 0; at < bytes.length; at += chunk) reader.push(bytes.slice(at, at + chunk));
  const { tracker, findings, ...rest } = reader.finish();
  batcher.flush();
  const { levels, sections, sectionLevels, extrudedMm, slopedMm, sawAbsolute, sawRelative } =
    tracker;
  return {
    ...rest,
    ...{ levels, sections, sectionLevels, extrudedMm, slopedMm, sawAbsolute, sawRelative },
    findings: findings.toArray(),
    changedMm: tracker.changedMm,
    ownMark: reader.sawOwnMark,
    lines,
  };
}

/** How many lines have been read in WebAssembly since the spy was set. */
function quickOnes(take: { mock: { results: { value: unknown }[] } }): number {
  const stretches = take.mock.results.map(({ value }) => value as { lines: number } | null);
  return stretches.reduce((sum, one) => sum + (one?.lines ?? 0), 0);
}

afterEach(() => {
  vi.restoreAllMocks();
});

const word = (letter: string, min: number, max: number, places = 3): fc.Arbitrary<string> =>
  fc
    .double({ min, max, noNaN: true })
    .map((value) => `${letter}${value.toFixed(places).replace(/^-?0\./, (zero) => zero)}`);
const oddNumber = fc.constantFrom(
  ...[
    '-0',
    '+5',
    '.5',
    '5.',
    '007',
    '1e3',
    '123456789012345',
    '1234567890123456',
    '0.1234567890123456',
  ],
  ...['-', '', '1.2.3', '9.999999999999999', '9999999999999999', '99999999', '-0.000001'],
);
const x = word('X', 0, 60);
const y = word('Y', 0, 60);

/** Moves as files are full of, near each other, so that levels, sections and merged lines go on. */
function moves(ending: string, relative: boolean): fc.Arbitrary<string> {
  const e = relative ? word('E', 0, 0.4, 5) : word('E', 0, 90, 5);
  const line = fc.oneof(
    { weight: 12, arbitrary: fc.tuple(x, y, e).map((words) => `G1 ${words.join(' ')}`) },
    {
      weight: 3,
      arbitrary: fc.tuple(x, y, word('F', 300, 9000, 0)).map((w) => `G0 ${w.join(' ')}`),
    },
    { weight: 2, arbitrary: word('E', -2, 3, 5).map((move) => `G1 ${move} F2100`) },
    { weight: 2, arbitrary: fc.tuple(y, x, e).map(([b, a, out]) => `G1 ${out} ${b} ${a} S3`) },
    fc.constantFrom('G1 F1800', 'G1 F0', 'G0', 'G1 X1', 'G1 X1', 'G1 Y0.0000000001'),
  );
  return fc
    .array(line, { minLength: 12, maxLength: 60 })
    .map((all) => all.map((one) => one + ending).join(''));
}

/** Short pieces about straight on, as curves are made of, absolute from what was printed last. */
const curve = fc
  .tuple(
    fc.integer({ min: 3, max: 30 }),
    fc.boolean(),
    fc.double({ min: 0, max: 0.05, noNaN: true }),
  )
  .map(([pieces, rises, bend]) =>
    Array.from({ length: pieces }, (_, i) => {
      const z = rises ? ` Z${(0.2 + i * 0.004).toFixed(3)}` : '';
      const y = 10 + i * 0.1 + bend * i * i;
      return `G1 X${(10 + i * 0.4).toFixed(3)} Y${y.toFixed(3)}${z} E${(100 + i * 0.02).toFixed(5)}\n`;
    }).join(''),
  );

/** The same behind a travel, where a rising path is a ramp, and with level lines behind it. */
const ramp = fc
  .tuple(fc.constantFrom('G0 X10 Y10 F6000\n', 'G0 X9 Z0.2\n', ''), curve, fc.boolean())
  .map(
    ([travel, path, goesOn]) =>
      travel + path + (goesOn ? 'G1 X20 Y30 E101\nG1 X30 Y30 E102\nG0 Z0.4\n' : ''),
  );

/** What is done to change a filament: in and out on the spot, there and away, and the tool. */
const change = fc
  .tuple(
    fc.array(
      fc.oneof(
        word('E', -9, 9, 4).map((move) => `G1 ${move} F1200`),
        fc.tuple(x, y).map((words) => `G0 ${words.join(' ')}`),
      ),
      { minLength: 2, maxLength: 9 },
    ),
    fc.constantFrom('T0', 'T1', 'T2', 'M84', 'G20\nG1 F7', 'G21\nG1 F431', 'M600'),
    fc.boolean(),
  )
  .map(([all, tool, isBack]) => [...all, tool, ...(isBack ? all.toReversed() : []), ''].join('\n'));

/** Filament that is pushed out before a stop, behind which the path goes on at once. */
const ramming = fc.constant(
  'M83\nG1 X41 Y41 E1\nG1 E5 F300\nG1 E-2\nG0 X30 Y30\nM600\nG1 X40 Y40 E1\n',
);

/** What stands between them, plain and odd. */
const between = fc.oneof(
  fc.constantFrom(
    ...['; layer 3', ';LAYER:4', '; a word', 'G1 X5 Y5 E1 ; said behind it', '(said) G1 X6', ''],
    ...[
      'G92 E0',
      'G92 E5',
      'G92',
      'G92 X10',
      'M82',
      'M83',
      'G90',
      'G91',
      'G90',
      'G20',
      'G21',
      'M200 D1.75',
    ],
    ...[
      'M106 S255',
      'M104 S210',
      'M109 S200',
      'M140 S60',
      'M220 S80',
      'M221 S95',
      'M221 S100',
      'M73 P5 R3',
    ],
    ...[
      'M204 S800',
      'M204 P500 T900',
      'M205 X5',
      'M205 J0.02',
      'M203 X100',
      'M201 X700',
      'M207 S2 F1800',
    ],
    ...[
      'T0',
      'T1',
      'M600',
      'M0',
      'M84',
      'G28',
      'G29',
      'G4 P200',
      'G10',
      'G11',
      'PAUSE',
      'START_PRINT',
    ],
    ...[
      'G2 X20 Y20 I5 J0 E2',
      'G3 X10 Y10 R30',
      'G17',
      'G18',
      'G5 X1 Y1 I1 J1 P1 Q1',
      'G55',
      'M486 S1',
    ],
    ...[
      'N12 G1 X3*57',
      'g1 x4 y4 e2',
      'G1X7Y7E3',
      'G1  X8 Y8',
      'G01 X9',
      'G1.1 X9',
      'M117 hello',
      'M118 x',
    ],
    ...[
      'G0 Z0.2',
      'G0 Z0.4',
      'G1 Z0.6 F600',
      'G0 Z0.207',
      'G0 Z0.403',
      'G1 X5 Y9 Z0.4 E9',
      'G1 X Y5',
      'G1 X5 X6 Y1',
      'G1 X1 A2 B3',
    ],
  ),
  fc
    .tuple(fc.constantFrom('X', 'Y', 'Z', 'E', 'F'), oddNumber)
    .map(([letter, n]) => `G1 ${letter}${n} Y2`),
);

const file = fc
  .tuple(fc.constantFrom('\n', '\n', '\r\n', '\r'), fc.boolean())
  .chain(([ending, relative]) =>
    fc
      .array(
        fc.oneof(
          { weight: 4, arbitrary: moves(ending, relative) },
          { weight: 2, arbitrary: between.map((line) => line + ending) },
          curve,
          ramp,
          change,
          ramming,
        ),
        { minLength: 4, maxLength: 14 },
      )
      .map(
        (parts) =>
          `G90${ending}${relative ? 'M83' : 'M82'}${ending}G1 X1 Y1 Z0.2 F3000${ending}G1 X2 Y2 E1${ending}` +
          parts.join(''),
      ),
  );

const LIMITS: readonly MotionLimits[] = [
  ORDINARY_PRINTER.limits,
  { ...ORDINARY_PRINTER.limits, corner: { kind: 'deviation', mm: 0.02 }, minimumFeed: 10 },
  { ...ORDINARY_PRINTER.limits, queue: 8 },
];

describe('QuickLines', () => {
  it(`gathers the same of ${FILES} files, to the last digit`, () => {
    const take = vi.spyOn(QuickLines.prototype, 'take');
    // It is tried again at once, however short a stretch was.
    vi.spyOn(QuickLines.prototype as unknown as { rest: () => void }, 'rest').mockReturnValue();
    let lines = 0;
    const chunk = fc.constantFrom(70, 400, 5000, 1 << 20);
    fc.assert(
      fc.property(file, chunk, fc.constantFrom(...LIMITS), (text, size, limits) => {
        const bytes = bytesOf(text);
        const model = { ...ORDINARY_PRINTER, limits };
        const plain = gather(bytes, model, size, NEVER);
        lines += plain.lines.length === 0 ? 0 : text.split(/\r\n|\n|\r/).length;
        expect(gather(bytes, model, size, ALWAYS)).toEqual(plain);
      }),
      { seed: 35, numRuns: FILES },
    );
    // It did read them: of all lines at least a quarter, though many chunks are shorter than it begins with.
    expect(quickOnes(take)).toBeGreaterThan(lines / 4);
  });

  it('gathers the same of a print that is larger than what the module holds at a time', () => {
    const take = vi.spyOn(QuickLines.prototype, 'take');
    const bytes = bytesOf(makeRingTags());
    const long = new Uint8Array(At.TEXT_ROOM * 3);
    for (let at = 0; at < long.length; at += bytes.length) {
      long.set(bytes.subarray(0, long.length - at), at);
    }
    for (const chunk of [long.length, At.TEXT_ROOM + 17]) {
      const plain = gather(long, ORDINARY_PRINTER, chunk, NEVER);
      expect(gather(long, ORDINARY_PRINTER, chunk, ALWAYS)).toEqual(plain);
      expect(plain.lines.length).toBeGreaterThan(1000);
    }
    expect(quickOnes(take)).toBeGreaterThan(10_000);
  });

  it('hands lines on before there is no room for more of them', () => {
    const zigzag = Array.from(
      { length: 3 * At.MOST_READY },
      (_, i) => `G1 X${i % 2 === 0 ? 10 : 40} Y${((i % 200) * 0.3).toFixed(2)} E${i}\n`,
    );
    const bytes = bytesOf(`G1 X1 Y1 Z0.2 F3000\nG1 X2 Y2 E0.1\n${zigzag.join('')}`);
    const plain = gather(bytes, ORDINARY_PRINTER, bytes.length, NEVER);
    expect(gather(bytes, ORDINARY_PRINTER, bytes.length, ALWAYS)).toEqual(plain);
  });

  it('is as if it were not there where its memory is not to be had', () => {
    const memory = vi.spyOn(WebAssembly, 'Memory').mockImplementation(function () {
      throw new RangeError('no room');
    });
    const bytes = bytesOf(makeRingTags());
    const plain = gather(bytes, ORDINARY_PRINTER, bytes.length, NEVER);
    expect(gather(bytes, ORDINARY_PRINTER, bytes.length, ALWAYS)).toEqual(plain);
    expect(memory).toHaveBeenCalled();
  });

  it('carries the module that its source makes', async () => {
    expect(QUICK_LINES_MODULE).toBe(await kernelModule('quickLines'));
  });
});
