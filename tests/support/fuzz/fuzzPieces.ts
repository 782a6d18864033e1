import { sourceOf } from '../../../src/core/byteSource';
import { ordinarySpool } from '../../../src/core/filament/shelf/spool';
import { readGcode } from '../../../src/core/read/reader';
import { prepareOutput } from '../../../src/core/write/prepare';
import { requestOfPlan } from '../../../src/core/write/request/planRequest';
import { writeOutput } from '../../../src/core/blocks/pieces';
import { proveOutput } from '../../../src/core/proof/proof';
import { ORDINARY_PROFILE, type Printer } from '../../../src/core/printer/printer';
import { EXAMPLE_PRINTERS } from '../../../src/core/printer/examples';
import {
  isUnfit,
  type MadePiece,
  type PieceFilament,
  type Unfit,
} from '../../../src/core/pieces/piece';
import { piecePlan } from '../../../src/core/pieces/piecePlan';
import { bytesOf } from '../printFiles';
import type { Random } from './random';
import type { Trial } from './fuzzParts';
import { ladderTrial, stairTrial } from './pieceColours';
import { reachTrial, placeTrial, smallestTrial } from './pieceShapes';
import { timeTrial } from './pieceTimes';
import { outside } from './pieceTrial';

/** Makes every test piece for a made-up printer, writes and proves it, prints it with the oracle, and reads it off. */
export async function tryPieces(random: Random): Promise<Trial> {
  const printer = madePrinter(random);
  const filaments = madeFilaments(random);
  const pieces: [string, MadePiece | Unfit, (made: MadePiece) => string | null][] = [
    ['ladder', ...ladderTrial(random, printer, filaments)],
    ['stairs', ...stairTrial(random, printer, filaments)],
    ['reach', ...reachTrial(random, printer, filaments)],
    ['place', ...placeTrial(random, printer, filaments)],
    ['smallest', ...smallestTrial(random, printer, filaments)],
  ];
  const problems: string[] = [];
  for (const [name, made, look] of pieces) {
    if (isUnfit(made)) {
      // Only small beds have too little room.
      if (Math.min(printer.volume.x, printer.volume.y) >= 200 && name !== 'ladder')
        problems.push(`${name}: ${made.problem}`);
      continue;
    }
    const proven = await prove(made, printer);
    if (proven !== null) problems.push(`${name}: ${proven}`);
    const out = outside(made, printer);
    if (out !== null) problems.push(`${name}: ${out}`);
    const problem = look(made);
    if (problem !== null) problems.push(`${name}: ${problem}`);
  }
  const time = timeTrial(random, printer);
  if (time !== null) problems.push(`time: ${time}`);
  return {
    outcome: 'proven',
    damaged: false,
    caught: false,
    problem: problems.length > 0 ? problems.join(' | ') : null,
  };
}

function madePrinter({ pick, int, next, chance }: Random): Printer {
  const base = pick<Printer>(ORDINARY_PROFILE, ...EXAMPLE_PRINTERS);
  const side = pick(150, 180, 220, 300);
  return {
    ...base,
    bed:
      base.bed.shape === 'round'
        ? base.bed
        : { shape: 'rectangle', origin: pick('corner', 'centre') },
    volume: { x: side, y: side + pick(0, 20), z: pick(120, 250) },
    park: null,
    brush: null,
    firmware: { ...base.firmware, namesMotors: chance(0.5) },
    nozzleMm: pick(0.25, 0.4, 0.4, 0.6),
    retractMm: pick(0, 0.8, 4),
    nozzle: {
      tipMm: 0.6 + next(),
      coneDegrees: int(30, 60),
      headClearance: { radiusMm: 25, heightMm: 1.5 + 4 * next() },
      head: [],
    },
  };
}

function madeFilaments({ next }: Random): PieceFilament[] {
  const colour = (): string =>
    `#${Array.from({ length: 3 }, () =>
      Math.floor(next() * 256)
        .toString(16)
        .padStart(2, '0'),
    ).join('')}`;
  return Array.from({ length: 4 }, (_, i) => {
    const name = `Filament ${i + 1}`;
    return {
      ...ordinarySpool({ id: name, name, colour: colour(), hidingDepth: 0.3 + 0.7 * next() }),
      key: name,
    };
  });
}

async function prove(made: MadePiece, printer: Printer): Promise<string | null> {
  const bytes = bytesOf(made.gcode);
  const reading = readGcode(bytes, printer);
  const error = reading.findings.find(({ severity }) => severity === 'error');
  if (error) return error.message;
  if (made.colours.kind === 'one') return null;
  const plan = piecePlan(made, 'a'.repeat(64), null);
  const request = requestOfPlan(plan, reading, printer);
  const prepared = await prepareOutput(sourceOf(bytes), reading, request);
  if (!prepared.ok) return prepared.refusal.message;
  const output = writeOutput(bytes, prepared.value);
  const proof = await proveOutput(sourceOf(bytes), sourceOf(output), {
    reading,
    planned: request,
    printer,
  });
  return proof.ok ? null : (proof.checks.find(({ ok }) => !ok)?.message ?? 'not proven');
}
