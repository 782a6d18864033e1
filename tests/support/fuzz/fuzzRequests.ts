import type { SlicedFile } from '../../../src/core/read/slicedFile';
import { sectionsOfSwaps } from '../../../src/core/plan/lists/partList';
import { arrangeAsSliced } from '../../../src/core/write/request/partsRequest';
import type { OutputRequest } from '../../../src/core/write/request/request';
import { resolveSwaps } from '../../../src/core/plan/lists/resolve';
import { ORDINARY_PROFILE, reachOf, type Printer } from '../../../src/core/printer/printer';
import { RECIPE_KINDS } from '../../../src/core/printer/stopKinds';
import { plainRecipe, type Recipe } from '../../../src/core/recipe/recipe';
import { NO_SETTINGS, SETTING_NAMES } from '../../../src/core/recipe/settings';
import type { OraclePrinter } from '../oracles/oracle';
import type { Random } from './random';

/** A printer of any kind, some of which park where they should not. */
export function randomPrinter({ chance, pick, int }: Random): Printer {
  return {
    ...ORDINARY_PROFILE,
    volume: { x: 220, y: 220, z: pick(240, 240, 30) },
    bed: { shape: 'rectangle', origin: chance(0.15) ? 'centre' : 'corner' },
    park: chance(0.5) ? null : { x: int(-2, 222), y: int(0, 220) },
    liftMm: pick(0, 1, 5, 20),
    retractMm: pick(0, 1, 4),
    brush: chance(0.2) ? { x: int(0, 190), y: int(0, 219), length: 20, z: pick(0, 1, 3) } : null,
    firmware: { namesMotors: chance(0.5), longestPushMm: pick(20, 45, 80) },
    macros: chance(0.5) ? ['WIPE_NOZZLE'] : [],
    stopWords: chance(0.5) ? ['BRING_SPOOL'] : [],
    displayCharacters: pick(0, 20),
  };
}

/** The facts of a printer that the oracle goes by. */
export function factsOf(printer: Printer): OraclePrinter {
  const { minX, minY, maxX, maxY, maxZ } = reachOf(printer);
  return {
    ...{ minX, minY, maxX, maxY, maxZ },
    namesMotors: printer.firmware.namesMotors,
    macros: [...printer.macros, ...printer.stopWords],
    stops: printer.stopWords,
  };
}

const COMMANDS = {
  'change-command': ['M600', 'm600', 'M601'],
  'pause-command': ['M0', 'm1', 'M25', 'M226', 'PAUSE', 'BRING_SPOOL'],
  'spelled-out': ['M0', 'M25', 'G4', 'PAUSE'],
  'beep-only': [''],
  'host-scripts': ['PAUSE', 'BRING_SPOOL'],
} as const;

/** A way to stop with any numbers. */
export function randomRecipe({ chance, pick, int }: Random, own: () => string[]): Recipe {
  const kind = pick(...RECIPE_KINDS);
  const plain = plainRecipe(kind, pick<string>(...COMMANDS[kind]));
  const change = {
    ...(chance(0.3) && { X: int(-5, 225), Y: int(0, 220) }),
    ...(chance(0.4) && { Z: pick(-2, 0, 5, 20, 290) }),
    ...(chance(0.2) && { E: 2, U: 100, L: 80, B: 3 }),
  };
  return {
    ...plain,
    change: kind === 'change-command' ? change : {},
    message: chance(0.5),
    beeps: Math.max(plain.beeps, int(0, 3)),
    park: chance(0.3) ? { x: int(0, 220), y: int(0, 220) } : null,
    lift: pick(null, null, 0, 5, 40),
    retract: pick(null, 0, 0.5, 4),
    unload: pick(null, 0, 100, 420),
    load: pick(null, 0, 90, 430),
    purge: pick(null, 0, 12.5, 130),
    standby: pick(null, null, 150),
    resumeTemperature: chance(0.2),
    keepMotors: chance(0.7),
    releaseExtruder: chance(0.2),
    scrub: chance(0.3),
    warnings: chance(0.3) ? [{ layersAhead: int(1, 3), tones: 2 }] : plain.warnings,
    before: own(),
    after: own(),
  };
}

/** Swaps before some layers, and everything that may be asked along with them; null for none. */
export function randomRequest(
  random: Random,
  reading: SlicedFile,
  printer: Printer,
  recipe: Recipe,
): OutputRequest | null {
  const { chance, pick } = random;
  const wanted = reading.layers.slice(1).filter(() => chance(0.4));
  const names = ['B Bone white', 'S5 silver', 'P 2 pearl', 'C Réed; green'];
  const swaps = resolveSwaps(
    reading.layers,
    wanted.map(({ number }) => ({ layer: number, filament: pick(...names) })),
  );
  if (!swaps.ok || swaps.value.length === 0) return null;
  const asked = swaps.value.map((swap) => ({
    ...swap,
    settings: chance(0.5)
      ? NO_SETTINGS
      : {
          nozzle: pick(null, 215),
          fan: pick(null, 40),
          flow: pick(null, 96.5),
          speed: pick(null, 70),
        },
    purge: pick(null, null, 33),
  }));
  const stopAt = chance(0.7) ? 'restart' : 'before-travel';
  const takeOut = chance(0.5) ? reading.stops.filter(() => chance(0.7)) : [];
  const loadFirst = chance(0.2) ? 'A Peat black' : null;
  const sections = sectionsOfSwaps(reading, asked, loadFirst ?? '');
  return {
    arrangement: arrangeAsSliced(sections, 'ab'.repeat(32)),
    unplaced: [],
    recipe,
    printer,
    stopAt,
    takeOut,
    loadFirst,
    rewrite: chance(0.5) ? SETTING_NAMES : [],
    addToRemaining: chance(0.5) ? asked.map(() => 180) : null,
  };
}
