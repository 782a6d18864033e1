import type { SwapAction } from './actions';

/**
 * What a block says that it does, in its own words, so that it can be held to them without the plan
 * that it was made from. Lengths of filament in mm, temperatures in °C; 0 and false are not said.
 */
export interface BlockPromises {
  /** How often it stops; 0 where tones call and the person presses pause. */
  readonly stops: number;
  /** Unloaded before the stop, loaded after it, and what of that comes out of the nozzle. */
  readonly unloads: number;
  readonly loads: number;
  readonly clears: number;
  /** The person loads the new filament in, up to the tip, while the printer waits. */
  readonly fedByHand: boolean;
  readonly keepsMotors: boolean;
  readonly freesExtruder: boolean;
  /** Temperature while waiting, and the one that it waits for before it goes on. */
  readonly waitsAt: number;
  readonly heatsTo: number;
  readonly shows: boolean;
  readonly beeps: number;
  /** Moves of the head along X, Y or Z. */
  readonly moves: number;
  /** The place is found again after a script that nobody can see. */
  readonly comesBack: boolean;
}

export const NO_PROMISES: BlockPromises = {
  stops: 0,
  unloads: 0,
  loads: 0,
  clears: 0,
  fedByHand: false,
  keepsMotors: false,
  freesExtruder: false,
  waitsAt: 0,
  heatsTo: 0,
  shows: false,
  beeps: 0,
  moves: 0,
  comesBack: false,
};

/** How each promise is written. `#` is its number. */
const WORDS: Readonly<Record<keyof BlockPromises, string>> = {
  stops: 'stops #',
  unloads: 'unloads # mm',
  fedByHand: 'is loaded by hand',
  loads: 'loads # mm',
  clears: 'purges # mm',
  keepsMotors: 'keeps the motors on',
  freesExtruder: 'releases the extruder',
  waitsAt: 'waits at # C',
  heatsTo: 'heats to # C',
  shows: 'shows a message',
  beeps: 'beeps #',
  moves: 'moves #',
  comesBack: 'returns',
};
/** What earlier files say instead; they are still read. */
const FORMER_WORDS: Readonly<Record<string, string>> = {
  'unloads out # mm': WORDS.unloads,
  'is fed by hand': WORDS.fedByHand,
  'pushes in # mm': WORDS.loads,
  'clears # mm': WORDS.clears,
  'frees the extruder': WORDS.freesExtruder,
  'comes back': WORDS.comesBack,
};
const NAMES = Object.keys(WORDS) as (keyof BlockPromises)[];
/** Lengths are written to this many digits, mm. */
const DIGITS = 3;

/** `stops 1, unloads 101 mm, loads 161.8 mm`; empty when there is nothing to promise. */
export function promiseText(promises: BlockPromises): string {
  return NAMES.flatMap((name) => {
    const value = promises[name];
    if (value === false || value === 0) return [];
    return WORDS[name].replace('#', String(Number(Number(value).toFixed(DIGITS))));
  }).join(', ');
}

/** Reads {@link promiseText}; null when it is none. */
export function parsePromises(text: string): BlockPromises | null {
  const found: Partial<Record<keyof BlockPromises, number | boolean>> = {};
  for (const part of text.split(', ')) {
    const shape = part.replace(/\d+(\.\d+)?/, '#');
    const words = FORMER_WORDS[shape] ?? shape;
    const name = NAMES.find((one) => WORDS[one] === words);
    if (!name || name in found) return null;
    found[name] = shape.includes('#') ? Number(/\d+(\.\d+)?/.exec(part)?.[0]) : true;
  }
  return { ...NO_PROMISES, ...found } as BlockPromises;
}

/** Rounding of lengths of filament in a block, mm. */
const LENGTH = 0.01;

/** A promise that was not kept. */
export interface BrokenPromise {
  readonly name: keyof BlockPromises;
  /** As the end of a sentence: `purges 50 mm and states 60`. */
  readonly message: string;
}

/** What a block does otherwise than it says; empty when it keeps its word. */
export function brokenPromises(said: BlockPromises, done: BlockPromises): BrokenPromise[] {
  return NAMES.flatMap((name) => {
    const [wanted, found] = [Number(said[name]), Number(done[name])];
    if (Math.abs(wanted - found) <= LENGTH) return [];
    const words = WORDS[name];
    if (!words.includes('#')) {
      const message = wanted
        ? `states that it ${words}, but does not`
        : `${words} without stating it`;
      return [{ name, message }];
    }
    const rounded = (value: number): string => String(Number(value.toFixed(DIGITS)));
    return [
      { name, message: `${words.replace('#', rounded(found))} and states ${rounded(wanted)}` },
    ];
  });
}

/** Follows a length of filament through a swap: how far the tip is retracted, and what comes out. */
export class FilamentGauge {
  unloads = 0;
  loads = 0;
  clears = 0;
  private stopped = false;

  /** @param gap how far the filament is retracted to begin with, mm. */
  constructor(private gap: number) {}

  /** Filament moved by `mm`, back when negative; returns what came out of the nozzle. */
  move(mm: number): number {
    const out = Math.max(0, mm - this.gap);
    this.gap = Math.max(0, this.gap - mm);
    this.clears += out;
    if (mm < 0 && !this.stopped) this.unloads -= mm;
    if (mm > 0 && this.stopped) this.loads += mm;
    return out;
  }

  /** The printer waits; a person may push new filament in up to the tip. */
  stop(fedByHand: boolean): void {
    this.stopped = true;
    if (fedByHand) this.gap = 0;
  }
}

/** What a list of actions promises. */
export function promisesOf(actions: readonly SwapAction[], retracted: number): BlockPromises {
  const unloads = actions.some(({ kind }) => kind === 'unload');
  const loads = actions.some(({ kind }) => kind === 'load');
  const stops = actions.some(({ kind }) => kind === 'wait');
  const fedByHand = unloads && !loads && stops;
  const gauge = new FilamentGauge(retracted);
  const done = { ...NO_PROMISES, fedByHand } as {
    -readonly [K in keyof BlockPromises]: BlockPromises[K];
  };
  for (const action of actions) {
    switch (action.kind) {
      case 'retract':
      case 'unload':
      case 'retract-parked':
        gauge.move(-action.mm);
        break;
      case 'load':
      case 'purge':
      case 'un-retract':
        gauge.move(action.mm);
        break;
      case 'change':
      case 'pause':
        done.stops++;
        gauge.stop(false);
        break;
      case 'wait':
        done.stops++;
        gauge.stop(fedByHand);
        break;
      case 'keep-motors':
        done.keepsMotors = true;
        break;
      case 'release-extruder':
        done.freesExtruder = true;
        break;
      case 'standby':
        done.waitsAt = action.celsius;
        break;
      case 'reheat':
        done.heatsTo = action.celsius;
        break;
      case 'set':
        if (action.what === 'nozzle' && action.waits) done.heatsTo = action.value;
        break;
      case 'message':
        done.shows = true;
        break;
      case 'beep':
        done.beeps += action.times;
        break;
      case 'lift':
      case 'lower':
      case 'park':
      case 'return':
        done.moves++;
        break;
      case 'scrub':
        done.moves += 3 + action.strokes;
        break;
      default:
    }
  }
  done.comesBack = actions.some((action) => action.kind === 'restore' && action.unseen);
  return { ...done, unloads: gauge.unloads, loads: gauge.loads, clears: gauge.clears };
}
