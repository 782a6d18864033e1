import { ORDERS } from '../../../src/core/order/ordering';
import { plainRecipe } from '../../../src/core/recipe/recipe';
import { changePrint, randomChanges, stopsFor, styleText } from '../changePrints';
import { nozzleFaults, runNozzle } from '../oracles/nozzleOracle';
import { writeParts } from '../partsWritten';
import { bytesOf, textOf } from '../printFiles';
import { broken, proveWritten, type Written } from '../written';
import type { Trial } from './fuzzParts';
import type { Random } from './random';

const FILAMENTS = ['Filament 0', 'Filament 1', 'Filament 2'];

/** A print for several tools in one of many shapes of changes: written, proven, judged, and damaged. */
export async function tryChanges(random: Random): Promise<Trial> {
  const { pick } = random;
  const style = randomChanges(random);
  const text = changePrint(style);
  const order = pick(...ORDERS);
  const dipMm = pick(0, 0.2, 0.4, 0.6, 1.2);
  const kind = pick('change-command', 'pause-command', 'spelled-out');
  const answer = (more: Partial<Trial> = {}): Trial => {
    return { outcome: 'refused', damaged: false, caught: false, problem: null, ...more };
  };
  const wrong = (what: string): Trial =>
    answer({
      outcome: 'proven',
      problem: `${order}, dip ${dipMm}, ${kind}: ${what}; ${styleText(style)}`,
    });
  // Parts of stops are numbered as they come.
  const seen = [...new Set(style.layers.flat())];
  const byStops = stopsFor(style);
  const nameOf = (tool: number): string => `Filament ${byStops ? seen.indexOf(tool) : tool}`;
  // A file that itself prints with its filament retracted says nothing of its output.
  if (runNozzle(text, nameOf(0), nameOf, null).faults.length > 0) return answer();
  const recipe = plainRecipe(kind);
  const written = await writeParts(text, FILAMENTS, { order, dipMm, recipe }).catch(
    (error: unknown) => {
      // A refusal comes as its own words; anything else has no full stop at its end.
      if (error instanceof Error && error.message.endsWith('.')) return null;
      throw error;
    },
  );
  if (!written) return answer();
  const { request, reading, output } = written;
  const proof = await proveWritten(written);
  if (!proof.ok) return wrong(`an honest output is not proven: ${broken(proof).join('; ')}`);
  if (request.arrangement.visits.length === 1) return answer({ outcome: 'proven' });
  const alone = await proveWritten(written, output, null);
  if (!alone.ok) return wrong(`proven with its plan only: ${broken(alone).join('; ')}`);
  // One stop between two layers is a swap by height, and stops without names have parts by their shape.
  const isJudged = byStops
    ? isNamed(style.change(1)) && reading.stops.some(({ place }) => place === 'inside')
    : true;
  const judge = (bytes: Uint8Array): string[] =>
    nozzleFaults(text, textOf(bytes), nameOf, request.arrangement.dipMm).filter(
      (fault) => isJudged || !fault.includes('filament is'),
    );
  const faults = judge(output);
  if (faults.length > 0) return wrong(`proven, but ${faults.slice(0, 3).join('; ')}`);
  return damagedTrial(written, random, judge, wrong);
}

function isNamed(change: readonly string[]): boolean {
  return change.some((line) => /^M(0|117) \w/.test(line));
}

async function damagedTrial(
  written: Written,
  random: Random,
  judge: (bytes: Uint8Array) => string[],
  wrong: (what: string) => Trial,
): Promise<Trial> {
  const honest = textOf(written.output);
  const harmed = random.pick(exchanged, leftOut, withoutLine, changedNumber)(honest, random);
  const outcome = 'proven';
  if (harmed === null || harmed === honest) {
    return { outcome, damaged: false, caught: false, problem: null };
  }
  const bytes = bytesOf(harmed);
  const planned = random.chance(0.4) ? written.request : null;
  const verdict = await proveWritten(written, bytes, planned);
  if (!verdict.ok) return { outcome, damaged: true, caught: true, problem: null };
  const harm = judge(bytes);
  if (harm.length > 0) return wrong(`damage is proven, but ${harm.slice(0, 3).join('; ')}`);
  return { outcome, damaged: true, caught: false, problem: null };
}

const SWAP = /^; lamella: swap (\d+) of (\d+), ((?:in|before) layer \d+), (.*)$/;

/** The names of two swaps exchanged, each of which comes again: one part is in two filaments then. */
function exchanged(text: string, { pick }: Random): string | null {
  const lines = text.split('\n');
  const swaps = lines.flatMap((line, i) => (SWAP.test(line) ? [i] : []));
  if (swaps.length < 2) return null;
  const [a, b] = [pick(...swaps), pick(...swaps)];
  const nameOf = (at: number): string => SWAP.exec(lines[at])![4];
  const [one, other] = [nameOf(a), nameOf(b)];
  const comes = (name: string): number => swaps.filter((at) => nameOf(at) === name).length;
  if (one === other || comes(one) < 2 || comes(other) < 2) return null;
  lines[a] = lines[a].replace(one, other);
  lines[b] = lines[b].replace(other, one);
  return lines.join('\n');
}

/** A swap turned into a mere travel, the others counted again. */
function leftOut(text: string, { int }: Random): string | null {
  const lines = text.split('\n');
  const swaps = lines.flatMap((line, i) => (SWAP.test(line) ? [i] : []));
  if (swaps.length < 2) return null;
  const gone = int(0, swaps.length - 1);
  let inside = false;
  let number = 0;
  const left = lines.filter((line, i) => {
    if (i === swaps[gone]) inside = true;
    const isStop = inside && /^(M600|M0|M25|PAUSE)\b/.test(line);
    const says = inside && /^; lamella: (prints|does) /.test(line);
    if (inside && line.startsWith('; lamella: end ')) inside = false;
    return !isStop && !says;
  });
  return left
    .map((line) => {
      const title = SWAP.exec(line);
      if (!title)
        return line.replace(/^(; lamella: end swap )(\d+)$/, (_, mark) => `${mark}${number}`);
      number++;
      return `; lamella: swap ${number} of ${title[2]}, ${title[3]}, ${title[4]}`;
    })
    .join('\n');
}

/** Lines of blocks that are no marks. */
function blockLines(lines: readonly string[]): number[] {
  let inside = false;
  return lines.flatMap((line, i) => {
    if (/^; lamella: (?:swap|hop|lift|lower|rewrite) /.test(line)) inside = true;
    if (line.startsWith('; lamella: end ')) inside = false;
    return inside && !line.startsWith(';') ? [i] : [];
  });
}

function withoutLine(text: string, { pick }: Random): string | null {
  const lines = text.split('\n');
  const own = blockLines(lines);
  if (own.length === 0) return null;
  lines.splice(pick(...own), 1);
  return lines.join('\n');
}

function changedNumber(text: string, { pick }: Random): string | null {
  const lines = text.split('\n');
  const own = blockLines(lines);
  if (own.length === 0) return null;
  const at = pick(...own);
  const by = pick(-3, 0.7, 2);
  lines[at] = lines[at].replace(/\d+(\.\d+)?(?=\D*$)/, (n) =>
    String(Number((Number(n) + by).toFixed(3))),
  );
  return lines.join('\n');
}
