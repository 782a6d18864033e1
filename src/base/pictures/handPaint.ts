import { plainLooks } from '@/core/filament/look';
import { surfaceColours } from './sheetColours';
import type { OpenedJob } from '@/base/job/jobContext';
import { mainBands } from '@/core/plan/work/layerShares';
import { filamentOf } from '@/core/plan/jobPlan';

/** Colours of a print in the hand. */
export interface HandPaint {
  /** `#rrggbb` by number of what shows on flat faces, from above and from below; entry 0 is empty. */
  readonly above: readonly string[];
  readonly below: readonly string[];
  /** Of the walls: by part, and in it by layer, entry 0 of each part empty. */
  readonly walls: readonly string[];
  /** Which part a number belongs to; null where there is one. */
  readonly partOf: readonly number[] | null;
}

/** Most parts that a number can name. */
const MOST_PARTS = 255;

type Coloured = Pick<OpenedJob, 'reading' | 'bands' | 'plan' | 'parts'>;

/** The plan's colours on the print: by band, and by part where parts lie side by side. */
export function handPaint(job: Coloured): HandPaint {
  const { reading, plan, parts, bands } = job;
  const count = reading.layers.length;
  const above = surfaceColours(job, 'above', true);
  const below = surfaceColours(job, 'below', true);
  if (!parts.picture) {
    return { above, below, walls: plainLooks(bands, count), partOf: null };
  }
  const main = plainLooks(mainBands({ reading, plan, bands, wishes: parts.wishes }), count);
  const names = [...new Set(parts.wishes.map(({ part }) => part))].slice(0, MOST_PARTS);
  const walls = names.flatMap((name) => {
    const own = [...main];
    parts.wishes.forEach(({ part, letter }, i) => {
      if (part === name) own[reading.sections[i].layer] = filamentOf(plan, letter).colour;
    });
    return own;
  });
  const partOf = [0, ...parts.wishes.map(({ part }) => Math.max(0, names.indexOf(part)))];
  return { above, below, walls, partOf };
}

/** Colours by layer alone. */
export function layerPaint(colours: readonly string[]): HandPaint {
  return { above: colours, below: colours, walls: colours, partOf: null };
}
