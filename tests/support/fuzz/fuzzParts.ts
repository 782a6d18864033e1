import { sourceOf } from '../../../src/core/byteSource';
import { M_COMMANDS } from '../../../src/core/gcode/commandTable';
import { ORDERS } from '../../../src/core/order/ordering';
import { proveOutput } from '../../../src/core/proof/proof';
import { plainRecipe } from '../../../src/core/recipe/recipe';
import { bytesOf, textOf } from '../printFiles';
import type { Random } from './random';
import { runParts, partsFaults } from '../oracles/partsOracle';
import { partsPrint, type SideStyle } from '../partsPrints';
import { writeParts } from '../partsWritten';

/** What came of one print that was written, proven and damaged. */
export interface Trial {
  readonly outcome: 'refused' | 'proven';
  readonly damaged: boolean;
  readonly caught: boolean;
  readonly problem: string | null;
}

// prettier-ignore
const ODD_LINES = [
  'M486 S1', 'G92 X50', 'G92 Y0', 'G92.1', 'M204 P400', 'M106 S60', 'M107', 'M104 S215', 'M104 T1 S230',
  'M104 T2 S0', 'M109 T0 S205', 'M140 S70', 'T0', 'T1', 'T2', 'T39', 'T1\nT1', 'G4 P50', 'M220 S80',
  'M221 S97', 'M900 K0.04', 'SET_THING A=1', 'M0 Put the magnets in', 'M201 X500', 'M117 hello', 'G10', 'G11',
  'G91\nG1 Z1\nG1 Z-1\nG90', 'M83', 'M82', 'M18', '; a note', 'M73 P40 R9', 'G1 F1200', 'G28 X',
  'SET_VELOCITY_LIMIT ACCEL=3000', 'SET_PRESSURE_ADVANCE EXTRUDER=extruder ADVANCE=0.05', 'PARK_AND_PURGE', 'EXCLUDE_OBJECT_END',
] as const;

/** A line of any command that is known, with any of its letters. */
function tableLine({ pick, int, chance }: Random): string {
  const [code, { letters, slots, named, text }] = pick(...M_COMMANDS);
  // A temperature without a number is none, which the oracle does not know.
  if (code === 104 || code === 109) return 'M105';
  if (text) return `M${code} some text`;
  const all = slots ?? (named ? named.about + named.sets : (letters ?? 'S'));
  const words = [...all].filter(() => chance(0.5)).map((letter) => `${letter}${int(0, 90)}`);
  return [`M${code}`, ...words].join(' ');
}

/** A print with something odd in it, in any order, by any way to stop: written, proven, and damaged. */
export async function tryParts(random: Random): Promise<Trial> {
  const { int, pick, chance } = random;
  const layers = int(2, 5);
  const many = chance(0.05) ? 12 : int(1, 4);
  const orders = Array.from({ length: layers }, () => {
    const tools = Array.from({ length: many }, (_, tool) => tool).filter(() => chance(0.8));
    return tools.length > 0 ? tools.sort(() => random.next() - 0.5) : [0];
  });
  const style: Partial<SideStyle> = {
    layers,
    tools: (layer) => orders[layer - 1],
    relativeE: chance(0.5),
    retract: pick(0, 0.8, 3),
    hop: pick(0, 0.4),
    change: pick('before', 'after', 'both', 'none'),
    word: chance(0.7) ? 'tool' : pick('M600', 'M0 Next colour', 'PAUSE'),
    ownHeat: chance(0.4),
    ownLimits: chance(0.4),
    gap: pick(0.05, 0.6, 2),
  };
  let lines = partsPrint(style).trimEnd().split('\n');
  for (let times = int(0, 2); times > 0; times--) {
    const at = int(14, lines.length - 8);
    lines = [
      ...lines.slice(0, at),
      ...(chance(0.4) ? tableLine(random) : pick(...ODD_LINES)).split('\n'),
      ...lines.slice(at),
    ];
  }
  const text = `${lines.join('\n')}\n`;
  const kind = pick('change-command', 'pause-command', 'spelled-out', 'host-scripts');
  const filaments = Array.from({ length: 40 }, (_, i) => `Filament ${i}`);
  const answer = (outcome: Trial['outcome'], problem: string | null = null): Trial => ({
    outcome,
    damaged: false,
    caught: false,
    problem,
  });
  const written = await writeParts(text, filaments, {
    order: pick(...ORDERS),
    dipMm: pick(0, 0.2, 0.5, 3),
    recipe: {
      ...plainRecipe(kind),
      warnings: chance(0.3)
        ? [pick({ layersAhead: 1, tones: 2 }, { minutesAhead: 0.3, tones: 1 })]
        : [],
    },
    loadFirst: chance(0.3) ? 'Filament 0' : null,
    change: (request) => ({
      ...request,
      stopAt: chance(0.7) ? 'restart' : 'before-travel',
      addToRemaining: chance(0.3) ? request.arrangement.visits.slice(1).map(() => 200) : null,
    }),
  }).catch((error: unknown) => {
    // A refusal comes as its own words; anything else has no full stop at its end.
    if (error instanceof Error && error.message.endsWith('.')) return null;
    throw error;
  });
  if (!written) return answer('refused');
  const { request, reading, output } = written;
  const inputs = { reading, planned: request, printer: request.printer };
  const prove = (bytes: Uint8Array, planned: typeof request | null) =>
    proveOutput(sourceOf(written.input), sourceOf(bytes), { ...inputs, planned });
  if (!(await prove(output, request)).ok) return answer('refused');
  // Without a swap and without a plan there is nothing to prove.
  if (request.arrangement.visits.length === 1) return answer('proven');
  const alone = await prove(output, null);
  if (!alone.ok) {
    const { message } = alone.checks.find(({ ok }) => !ok) ?? { message: '' };
    return answer('proven', `proven with its plan only: ${message}`);
  }
  // A tool that is named once makes parts of tools, whatever else the file is written with.
  const tools = new Set(reading.sections.map(({ tool }) => tool)).size > 1;
  const wants = { tools, scripts: kind === 'host-scripts' };
  // Where the count of filament is mixed up on the way, nobody can say what is printed.
  const isMixed = (text.match(/^M8[23]$/gm) ?? []).length > 1;
  const isClear = runParts(text, '', () => '').faults.length === 0;
  // A file that itself prints with its filament retracted is printed otherwise than it says, too.
  const judged = (bytes: Uint8Array): string[] =>
    isMixed || !isClear ? [] : partsFaults(text, textOf(bytes), filaments, wants);
  const faults = judged(output);
  if (faults.length > 0) return answer('proven', `proven, but ${faults.slice(0, 3).join('; ')}`);
  const damaged = damage(textOf(output), random);
  if (damaged === null) return answer('proven');
  const verdict = await prove(bytesOf(damaged), chance(0.5) ? request : null);
  const harm = verdict.ok ? judged(bytesOf(damaged)) : [];
  return {
    outcome: 'proven',
    damaged: true,
    caught: !verdict.ok,
    problem:
      harm.length > 0 ? `a damaged output is proven, but ${harm.slice(0, 3).join('; ')}` : null,
  };
}

/** Takes a line of a block out, doubles one, moves a whole stretch, or changes a number of a block. */
function damage(text: string, { int, pick }: Random): string | null {
  const stretches = text.split(/(?=^; lamella: (?:hop|swap) )/m);
  if (stretches.length < 4) return null;
  const at = int(1, stretches.length - 2);
  const kind = int(0, 3);
  if (kind === 0) return [...stretches.slice(0, at), ...stretches.slice(at + 1)].join('');
  if (kind === 1) {
    const [a, b] = [stretches[at], stretches[at + 1]];
    return [...stretches.slice(0, at), b, a, ...stretches.slice(at + 2)].join('');
  }
  const lines = stretches[at].split('\n');
  const end = lines.findIndex((line) => line.startsWith('; lamella: end'));
  const own = lines.flatMap((line, i) => (i < end && !line.startsWith(';') ? [i] : []));
  if (own.length === 0) return null;
  const line = pick(...own);
  if (kind === 2) lines.splice(line, 1);
  else {
    lines[line] = lines[line].replace(/\d+(\.\d+)?/g, (n) =>
      String(Number((Number(n) + pick(0, -3, 2)).toFixed(3))),
    );
  }
  const damaged = [...stretches.slice(0, at), lines.join('\n'), ...stretches.slice(at + 1)].join(
    '',
  );
  return damaged === text ? null : damaged;
}
