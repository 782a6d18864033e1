import { ORDERS } from '../../../src/core/order/ordering';
import { foundParts } from '../../../src/core/plan/parts';
import { plainRecipe } from '../../../src/core/recipe/recipe';
import { boxPrint } from '../boxPrints';
import { changePrint, randomChanges, stopsFor, styleText } from '../changePrints';
import { joinTexts, writeJoined } from '../joinWritten';
import { keyOf, runNozzle, type Bead } from '../oracles/nozzleOracle';
import { textOf } from '../printFiles';
import { broken, proveWritten } from '../written';
import type { Trial } from './fuzzParts';
import type { Random } from './random';

const BOX = 'Ochre';
const nameOf = (tool: number): string => `Filament ${tool}`;

/** A print for several tools together with a box beside it, in any order: written, proven, and judged. */
export async function tryMixed(random: Random): Promise<Trial> {
  const { pick, chance, int } = random;
  const style = { ...randomChanges(random), tower: false };
  const answer = (more: Partial<Trial> = {}): Trial => {
    return { outcome: 'refused', damaged: false, caught: false, problem: null, ...more };
  };
  const tools = changePrint(style);
  if (stopsFor(style) || runNozzle(tools, nameOf(0), nameOf, null).faults.length > 0) {
    return answer();
  }
  const box = boxPrint({
    x: int(60, 80),
    y: pick(66, 70, 80),
    layers: int(1, 5),
    height: pick(0.2, 0.3),
    prime: true,
    relativeE: chance(0.5),
    hop: pick(0, 0.4),
    onTravel: pick([], ['M106 S77'], ['G0 UP']),
  });
  const texts = chance(0.5) ? [tools, box] : [box, tools];
  const order = pick(...ORDERS);
  const dipMm = order === 'colour-by-colour' ? pick(0.2, 0.6, 1.4) : 3;
  const joined = await joinTexts(texts);
  if (!joined.ok) return answer();
  const keys = [...new Set(foundParts(joined.value.reading, []))];
  const ofBox = String(texts.indexOf(box) + 1);
  const filaments = Object.fromEntries(
    keys.map((key) => {
      const tool = /\.T(\d)$/.exec(key)?.[1] ?? style.layers[0][0];
      return [key, key === ofBox ? BOX : nameOf(Number(tool))];
    }),
  );
  const recipe = plainRecipe(pick('change-command', 'spelled-out'));
  const done = await writeJoined(texts, { order, dipMm, recipe }, filaments);
  if (!done.ok) return answer();
  const { request, output } = done.value;
  const wrong = (what: string): Trial =>
    answer({
      outcome: 'proven',
      problem: `${order}, dip ${dipMm}: ${what}; ${styleText(style)}`,
    });
  for (const planned of [request, null]) {
    const proof = await proveWritten(done.value, output, planned);
    if (!proof.ok) return wrong(`an honest output is not proven: ${broken(proof).join('; ')}`);
  }
  // What primes the nozzle is printed by the file that comes first only.
  const wanted = [
    ...runNozzle(tools, nameOf(0), nameOf, null).beads.slice(1),
    ...runNozzle(box, BOX, null, null).beads.slice(1),
  ];
  const faults = faultsOf(textOf(output), wanted, request.arrangement.dipMm);
  if (faults.length > 0) return wrong(`proven, but ${faults.slice(0, 3).join('; ')}`);
  return answer({ outcome: 'proven' });
}

/** What is wrong with an output of which it is known what it should print. */
function faultsOf(output: string, wanted: readonly Bead[], dip: number): string[] {
  const [opening] = runNozzle(output, '', null, null).beads.slice(1);
  const first = wanted.find((bead) => keyOf(bead) === keyOf(opening))?.filament ?? '';
  const { beads, faults } = runNozzle(output, first, null, dip);
  const all = [...faults];
  const left = new Map(wanted.map((bead) => [`${keyOf(bead)} ${bead.filament}`, bead]));
  for (const bead of beads.slice(1)) {
    const key = `${keyOf(bead)} ${bead.filament}`;
    const same = left.get(key);
    if (!left.delete(key) || !same) all.push(`line ${bead.line} prints otherwise`);
    else {
      if (same.nozzle !== bead.nozzle) all.push(`line ${bead.line}: ${bead.nozzle} °C`);
      if (same.hot && !bead.hot) all.push(`line ${bead.line} prints before it is hot`);
      for (const [name, value] of same.settings) {
        // A fan of which nothing was said is off.
        const is = bead.settings.get(name) ?? (name.startsWith('fan') ? '0' : undefined);
        if (is !== value) all.push(`line ${bead.line}: ${name} is ${is} instead of ${value}`);
      }
    }
  }
  if (left.size > 0) all.push(`${left.size} lines are not printed`);
  return all;
}
