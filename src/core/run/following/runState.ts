import type { RunEvent } from './events';

/** A time to come, ms since 1970, and how much earlier or later it may be, s. */
export interface Expected {
  readonly at: number;
  readonly spread: number;
}

/** A swap to come. */
export interface ExpectedSwap extends Expected {
  /** Place among the plan's swaps. */
  readonly swap: number;
}

/** A tap that did not fit, and why it changed nothing. */
export interface PassedOver {
  readonly event: RunEvent;
  readonly why: string;
}

export type RunPhase =
  'ready' | 'printing' | 'paused' | 'at-swap' | 'failed' | 'ended' | 'finished';

/** True from the first layer to the last: it prints, or paused until somebody lets it go on. */
export function isOn({ phase }: Pick<RunState, 'phase'>): boolean {
  return phase === 'printing' || phase === 'paused' || phase === 'at-swap';
}

/** A run as it stands at a moment: all of it follows from the plan, the events and the clock. */
export interface RunState {
  readonly phase: RunPhase;
  /** When it began and since when it is in this phase, ms since 1970; null before it began. */
  readonly startedAt: number | null;
  readonly since: number | null;
  /** Place of the band that is printed, or that was printed last. */
  readonly band: number;
  /** Place of a band whose filament is in the nozzle. At a swap it is the old one until it prints again. */
  readonly loaded: number;
  /** What is in the nozzle is not the filament of the band that is printed. */
  readonly isWrong: boolean;
  /** The swap that the printer waits for, or that it was told of late; null while it prints. */
  readonly swap: number | null;
  /** Place of a band whose filament goes in at that swap: the planned one, unless another was told; null as above. */
  readonly target: number | null;
  /** It was stopped by hand behind the place of the swap. */
  readonly isLate: boolean;
  /** Swaps that the printer did not stop for, and that were not made up for. */
  readonly missed: readonly number[];
  /** How much longer this printer takes than planned: 1.08 for 8 %. */
  readonly factor: number;
  readonly upcoming: readonly ExpectedSwap[];
  readonly end: Expected | null;
  /** About which layer is printed; null where that is not known. */
  readonly layer: number | null;
  /** Ticked steps of the swap that is at hand. */
  readonly ticked: ReadonlySet<string>;
  readonly passedOver: readonly PassedOver[];
  /** The events were told by a clock that was ahead of the one now. */
  readonly isClockBack: boolean;
}

/** A swap that was done: from which filament to which, by places of bands that have them. */
export interface DoneSwap {
  readonly swap: number;
  readonly from: number;
  readonly to: number;
  /** From the stop until it went on, s. */
  readonly taken: number;
  /** What it took says nothing of hands: it stood for long, was made up for late, or the clock jumped. */
  readonly isPause: boolean;
}

/** What was seen of a run from one tap to another: the past that the next plan can learn from. */
export interface SeenRun {
  /** Bands that were seen from their beginning to their end: planned and taken, s. */
  readonly bands: readonly {
    readonly band: number;
    readonly planned: number;
    readonly taken: number;
  }[];
  /** Swaps that were seen from the stop until it went on, in the order in which they were done. */
  readonly swaps: readonly DoneSwap[];
  /** Swaps that the printer did not stop for, and those of them that nobody made up for. */
  readonly missed: readonly number[];
  readonly neverDone: readonly number[];
  /** Which part of each band was printed in which filament, by a place of a band that has it. */
  readonly printed: readonly {
    readonly band: number;
    readonly filament: number;
    readonly share: number;
  }[];
  /** How long it had waited when it let the nozzle cool or the motors go, s. */
  readonly gone: readonly { readonly what: 'nozzle' | 'motors'; readonly after: number }[];
  readonly phase: RunPhase;
  /** Place of the band that is printed, or that was printed last. */
  readonly lastBand: number;
  /** When it began and was over, ms since 1970; null where that was not told. */
  readonly startedAt: number | null;
  readonly endedAt: number | null;
  /** It was followed from its very beginning. */
  readonly isWhole: boolean;
}
