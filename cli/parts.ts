import type { ByteSource } from '../src/core/byteSource';
import { ORDERS, type Order } from '../src/core/order/ordering';
import { helpfulDips } from '../src/core/order/dips';
import type { SectionShapes } from '../src/core/order/sectionShapes';
import { areasOfShapes } from '../src/core/order/shapeAreas';
import { plainSurvey, surveyOf, type Survey } from '../src/core/order/survey';
import { NO_SETTINGS } from '../src/core/recipe/settings';
import { arrange, findParts } from '../src/core/write/request/partsRequest';
import { swapsOf } from '../src/core/plan/arrangement';
import { foundParts } from '../src/core/plan/parts';
import type { Printer } from '../src/core/printer/printer';
import type { SlicedFile } from '../src/core/read/slicedFile';
import { sectionAreas } from '../src/core/read/sectionAreas';
import { rounded } from './answers';

/** Commands that keep what they stand in, or lead to, in its place. */
export function heldAnswer(held: Survey['held']) {
  return held.map(({ line, text }) => ({ line, text }));
}

/** The part of `inspect` that tells of colours inside a layer: parts side by side, and what each order takes. */
export async function partsAnswer(input: ByteSource, reading: SlicedFile, printer: Printer) {
  const { sections } = reading;
  if (sections.length === 0) return { parts: [], orders: [], held: [] };
  const { stretches, replaced } = await findParts(input, reading, printer);
  const keys = foundParts(reading, stretches);
  const isOne = keys.every((key) => key === keys[0]);
  const seen: { shapes: SectionShapes | null } = { shapes: null };
  const gone = new Set(replaced.map(({ line }) => line));
  const found: Survey = isOne
    ? plainSurvey([], reading)
    : ((await surveyOf(input, reading, printer, gone, 'beside', undefined, (all) => {
        seen.shapes = all;
      })) ?? plainSurvey([], reading));
  // What was looked at for the orders tells the areas too.
  const areas = seen.shapes
    ? areasOfShapes(seen.shapes, keys)
    : await sectionAreas(input, reading, printer.filamentDiameter, keys);
  const parts = [...new Set(keys)].map((key) => {
    const own = sections.filter((_, i) => keys[i] === key);
    const sum = (of: (i: number) => number): number =>
      sections.reduce((total, _, i) => total + (keys[i] === key ? of(i) : 0), 0);
    return {
      key,
      tool: own[0].tool,
      layers: new Set(own.map(({ layer }) => layer)).size,
      seconds: rounded(
        sum((i) => sections[i].seconds),
        3,
      ),
      filamentMm: rounded(
        sum((i) => sections[i].filamentMm),
        4,
      ),
      footprintMm2: rounded(areas.footprintMm2.get(key) ?? 0, 2),
      exposedMm2: rounded(areas.exposedMm2.get(key) ?? 0, 2),
    };
  });
  const planned = keys.map((filament, section) => {
    return { section, part: filament, filament, settings: NO_SETTINGS, purge: null, asks: false };
  });
  const ordered = (order: Order, dipMm: number) => {
    const made = arrange({
      reading,
      survey: found,
      sections: planned,
      order,
      dipMm,
      fingerprint: '',
      nozzle: printer.nozzle,
      delivery: 'one-file',
      home: 'nothing',
    });
    if (!made.ok) return [];
    const { exact } = made.value;
    return [{ order, dipMm, swaps: swapsOf(reading, made.value).length, exact }];
  };
  const orders = ORDERS.flatMap((order) => {
    if (order !== 'colour-by-colour') return ordered(order, 0);
    let fewest = Infinity;
    return helpfulDips(found.standing, printer.nozzle).flatMap((dipMm) => {
      const made = ordered(order, dipMm).at(0);
      if (!made || made.swaps >= fewest) return [];
      fewest = made.swaps;
      return [made];
    });
  });
  return { parts, orders, held: heldAnswer(found.held) };
}
