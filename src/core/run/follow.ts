import type { RunEvent } from './events';
import { bandTimes, type RunPlan } from './runPlan';

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

export type RunPhase = 'ready' | 'printing' | 'at-swap' | 'failed' | 'ended' | 'finished';

/** A run as it stands at a moment: all of it follows from the plan, the events and the clock. */
export interface RunState {
  readonly phase: RunPhase;
  /** When it began and since when it is in this phase, ms since 1970; null before it began. */
  readonly startedAt: number | null;
  readonly since: number | null;
  /** Place of the band that is printed, or that was printed last. */
  readonly band: number;
  /** The swap that the printer waits for, or that it was told of late; null while it prints. */
  readonly swap: number | null;
  /** It was stopped by hand behind the place of the swap. */
  readonly isLate: boolean;
  /** Swaps that the printer did not stop for. */
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

/** What was seen of a run from one tap to another: the past that the next plan can learn from. */
export interface SeenRun {
  /** Bands that were seen from their beginning to their end: planned and taken, s. */
  readonly bands: readonly {
    readonly band: number;
    readonly planned: number;
    readonly taken: number;
  }[];
  /** Swaps that were seen from the stop until it went on, s. */
  readonly swaps: readonly { readonly swap: number; readonly taken: number }[];
  readonly missed: readonly number[];
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

/** Planned time whose weight the plan itself has against what was seen, s: a quarter of an hour. */
const PRIOR_SECONDS = 900;
/** How far off an estimate of printing time is before anything was seen, and at best, as shares. */
const FIRST_SPREAD = 0.06;
const LEAST_SPREAD = 0.015;
/** Clocks on a page move by the second; a little behind is the same clock, ms. */
const SAME_CLOCK = 10_000;
/** Nothing is known more exactly, s. */
const LEAST_SECONDS = 30;

/**
 * How much longer printing takes than planned, from what was seen in this run: the mean weighted by time,
 * shrunk towards 1 while little was seen (a normal prior worth `PRIOR_SECONDS`).
 */
export function learnedFactor(planned: number, actual: number): number {
  const factor = (actual + PRIOR_SECONDS) / (planned + PRIOR_SECONDS);
  return Math.min(2, Math.max(0.5, factor));
}

/** How far off a time is that lies so many seconds of printing ahead, s. */
export function spreadOf(ahead: number, seen: number): number {
  const share =
    LEAST_SPREAD + ((FIRST_SPREAD - LEAST_SPREAD) * PRIOR_SECONDS) / (PRIOR_SECONDS + seen);
  return Math.max(LEAST_SECONDS, share * ahead);
}

/** Follows a run from its events, which may come in any order a hasty thumb makes. */
export function follow(plan: RunPlan, events: readonly RunEvent[], now: number): RunState {
  return followed(plan, events).stateAt(now);
}

/** What was seen of a run, from its events. */
export function seenIn(plan: RunPlan, events: readonly RunEvent[]): SeenRun {
  return followed(plan, events).seen;
}

function followed(plan: RunPlan, events: readonly RunEvent[]): Follower {
  const undone = new Set(events.flatMap((one) => (one.kind === 'undone' ? [one.event] : [])));
  const run = new Follower(plan);
  for (const event of events) {
    if (event.kind !== 'undone' && !undone.has(event.id)) run.take(event);
  }
  return run;
}

type Told = Exclude<RunEvent, { readonly kind: 'undone' }>;

class Follower {
  private phase: RunPhase = 'ready';
  private startedAt: number | null = null;
  private since: number | null = null;
  private band = 0;
  private swap: number | null = null;
  private isLate = false;
  private isEarly = false;
  private readonly missed: number[] = [];
  /** Planned printing seconds of the band that are behind it at `anchor`, and whether that was seen. */
  private position = 0;
  private anchor = 0;
  private isSure = true;
  private planned = 0;
  private actual = 0;
  private latest = 0;
  private ticked = new Set<string>();
  private readonly passedOver: PassedOver[] = [];
  /** Swaps that were seen from stop to going on: how many, and how long they took, s. */
  private swapsSeen = 0;
  private swapSeconds = 0;
  private isWhole = false;
  private readonly seenBands: SeenRun['bands'][number][] = [];
  private readonly seenSwaps: SeenRun['swaps'][number][] = [];
  private readonly everMissed: number[] = [];
  private readonly gone: SeenRun['gone'][number][] = [];

  private readonly times: readonly number[];

  constructor(private readonly plan: RunPlan) {
    this.times = bandTimes(plan);
  }

  /** How long a band takes as planned, s; the first has the preparing before it. */
  private bandSeconds(i: number): number {
    return this.times[i];
  }

  private get factor(): number {
    return learnedFactor(this.planned, this.actual);
  }

  take(event: Told): void {
    // A clock that was set back must not make time run backwards.
    const at = Math.max(event.at, this.latest);
    const why = this.apply(event, at);
    if (why !== null) this.passedOver.push({ event, why });
    else this.latest = at;
  }

  /** Takes an event; answers why it does not fit. */
  private apply(event: Told, at: number): string | null {
    switch (event.kind) {
      case 'started':
        return this.start(at, event.layer ?? null, event.after ?? null);
      case 'stopped':
        return this.stop(at, event.how);
      case 'resumed':
        return this.resume(at);
      case 'missed':
        return this.miss(at);
      case 'gone':
        if (this.phase !== 'at-swap') return 'It does not stand at a swap.';
        this.gone.push({ what: event.what, after: (at - this.since!) / 1000 });
        return null;
      case 'ticked':
        if (event.done) this.ticked.add(event.step);
        else this.ticked.delete(event.step);
        return null;
      case 'failed':
      case 'ended':
        return this.over(event.kind, at);
      case 'finished':
        return this.over('finished', at);
      case 'note':
        return null;
    }
  }

  private start(at: number, layer: number | null, after: number | null): string | null {
    if (this.phase !== 'ready') return 'It runs already.';
    if (after !== null && after >= this.plan.swaps.length) return `There is no swap ${after + 1}.`;
    if (after !== null) this.band = after + 1;
    this.phase = 'printing';
    this.startedAt = at;
    this.since = at;
    this.anchor = at;
    this.isWhole = layer === null && after === null;
    if (layer === null) return null;
    const { layerStarts, bands, before, learned } = this.plan;
    const place = bands.findIndex((one) => layer <= one.last);
    if (place < 0) return `There is no layer ${layer}.`;
    this.band = place;
    this.isSure = false;
    const [begun, begins] = [
      layerStarts?.[layer - 1] ?? 0,
      layerStarts?.[bands[place].first - 1] ?? 0,
    ];
    const prepared = place === 0 ? before * (learned?.heating ?? 1) : 0;
    this.position = (begun - begins) * (learned?.motion ?? 1) + prepared;
    return null;
  }

  private stop(at: number, how: 'planned' | 'early' | 'late'): string | null {
    if (this.phase !== 'printing') {
      return this.phase === 'at-swap' ? 'It stands already.' : 'It does not print.';
    }
    const isLast = this.band === this.plan.bands.length - 1;
    if (how === 'late') {
      if (this.missed.length === 0) return 'No swap was missed.';
      this.goTo(at);
      this.isLate = true;
      this.swap = this.missed[this.missed.length - 1];
    } else {
      if (isLast) return 'There is no swap any more.';
      if (how === 'planned') this.learn(at);
      else this.goTo(at);
      this.swap = this.band;
      this.isLate = false;
    }
    this.isEarly = how === 'early';
    this.phase = 'at-swap';
    this.since = at;
    this.ticked = new Set();
    return null;
  }

  /** What a whole stretch of printing took, against what was planned. */
  private learn(at: number): void {
    if (!this.isSure) return;
    const planned = this.bandSeconds(this.band) - this.position;
    const taken = (at - this.anchor) / 1000;
    this.planned += planned;
    this.actual += taken;
    this.seenBands.push({ band: this.band, planned, taken });
  }

  private resume(at: number): string | null {
    if (this.phase !== 'at-swap')
      return this.phase === 'printing' ? 'It prints already.' : 'It does not stand at a swap.';
    if (this.isLate) this.missed.pop();
    else {
      this.swapsSeen++;
      this.swapSeconds += (at - this.since!) / 1000;
      this.seenSwaps.push({ swap: this.swap!, taken: (at - this.since!) / 1000 });
      // What an early stop left of the band is printed with the next one.
      this.position = this.isEarly ? this.position - this.bandSeconds(this.band) : 0;
      this.isSure = !this.isEarly;
      this.band++;
    }
    this.phase = 'printing';
    this.anchor = at;
    this.since = at;
    this.swap = null;
    this.isLate = false;
    return null;
  }

  private miss(at: number): string | null {
    if (this.phase !== 'printing') return 'It does not print.';
    if (this.band === this.plan.bands.length - 1) return 'There is no swap any more.';
    // It went on without standing: nobody knows exactly when.
    const due = this.dueAt();
    this.missed.push(this.band);
    this.everMissed.push(this.band);
    this.band++;
    this.position = 0;
    this.anchor = Math.min(due, at);
    this.isSure = false;
    this.since = at;
    return null;
  }

  private over(phase: 'failed' | 'ended' | 'finished', at: number): string | null {
    if (this.phase === 'ready') return 'It has not begun.';
    if (this.phase === 'finished' || this.phase === 'ended' || this.phase === 'failed') {
      return 'It is over already.';
    }
    const isLast = this.band === this.plan.bands.length - 1;
    if (phase === 'finished' && this.phase === 'printing' && isLast) this.learn(at);
    this.phase = phase;
    this.since = at;
    return null;
  }

  /** Moves the anchor to a moment inside the band. */
  private goTo(at: number): void {
    this.position = Math.min(
      this.bandSeconds(this.band),
      this.position + (at - this.anchor) / 1000 / this.factor,
    );
    this.anchor = at;
    this.isSure = false;
  }

  /** When the band that is printed will be done. */
  private dueAt(): number {
    return this.anchor + (this.bandSeconds(this.band) - this.position) * this.factor * 1000;
  }

  /** How long a swap to come will take, s: as planned, and as the ones in this run did. */
  private swapTime(i: number): number {
    const { machine, hands } = this.plan.swaps[i];
    return (machine + hands + this.swapSeconds) / (1 + this.swapsSeen);
  }

  get seen(): SeenRun {
    const isOver = this.phase === 'finished' || this.phase === 'failed' || this.phase === 'ended';
    return {
      bands: this.seenBands,
      swaps: this.seenSwaps,
      missed: this.everMissed,
      gone: this.gone,
      phase: this.phase,
      lastBand: this.band,
      startedAt: this.startedAt,
      endedAt: isOver ? this.since : null,
      isWhole: this.isWhole,
    };
  }

  stateAt(clock: number): RunState {
    const now = Math.max(clock, this.latest);
    const { plan, phase } = this;
    const isOn = phase === 'printing' || phase === 'at-swap';
    const upcoming: ExpectedSwap[] = [];
    let end: Expected | null = null;
    if (isOn) {
      let at = phase === 'printing' ? this.dueAt() : Math.max(now, this.goesOnAt());
      let ahead = phase === 'printing' ? this.bandSeconds(this.band) - this.position : 0;
      let first = this.band;
      if (phase === 'at-swap' && this.isLate) {
        const rest = this.bandSeconds(this.band) - this.position;
        at += rest * this.factor * 1000;
        ahead = rest;
      } else if (phase === 'at-swap') {
        first = this.band + 1;
        ahead =
          this.bandSeconds(first) +
          (this.isEarly ? this.bandSeconds(this.band) - this.position : 0);
        at += ahead * this.factor * 1000;
      }
      for (let i = first; i < plan.swaps.length; i++) {
        upcoming.push({ swap: i, at, spread: spreadOf(ahead, this.planned) });
        const next = this.bandSeconds(i + 1);
        at += (this.swapTime(i) + next * this.factor) * 1000;
        ahead += next;
      }
      end = { at, spread: spreadOf(ahead, this.planned) };
    }
    return {
      phase,
      startedAt: this.startedAt,
      since: this.since,
      band: this.band,
      swap: this.swap,
      isLate: this.isLate,
      missed: [...this.missed],
      factor: this.factor,
      upcoming,
      end,
      layer: this.layerAt(now),
      ticked: this.ticked,
      passedOver: this.passedOver,
      isClockBack: clock < this.latest - SAME_CLOCK,
    };
  }

  private goesOnAt(): number {
    return this.since! + (this.isLate || this.swap === null ? 0 : this.swapTime(this.swap) * 1000);
  }

  /** About which layer is printed at a moment. */
  private layerAt(now: number): number | null {
    const { layerStarts, bands, before, learned } = this.plan;
    if (layerStarts === null || this.startedAt === null) return null;
    const { first, last } = bands[this.band];
    if (this.phase === 'at-swap' && !this.isLate && !this.isEarly) return last;
    const seen = this.phase === 'printing' ? (now - this.anchor) / 1000 / this.factor : 0;
    const prepared = this.band === 0 ? before * (learned?.heating ?? 1) : 0;
    const inBand = (this.position + seen - prepared) / (learned?.motion ?? 1);
    const wanted = layerStarts[first - 1] + inBand;
    let layer = first;
    while (layer < last && layerStarts[layer] <= wanted) layer++;
    return layer;
  }
}
