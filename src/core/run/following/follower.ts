import type { RunEvent } from './events';
import { Nozzle } from './nozzle';
import { bandTimes, type RunPlan } from '../runPlan';
import { isLongPause, learnedFactor, spreadOf } from '../runTimes';
import type {
  DoneSwap,
  Expected,
  ExpectedSwap,
  PassedOver,
  RunPhase,
  RunState,
  SeenRun,
} from './runState';

/** Clocks on a page move by the second; a little behind is the same clock, ms. */
const SAME_CLOCK = 10_000;
/** A stop recorded so soon after the print resumed is the second half of a double tap, s. */
const SLIP = 5;

export type Told = Exclude<RunEvent, { readonly kind: 'undone' }>;

/** Follows the recorded events of a run, one after another, and says where the run is. */
export class Follower {
  private phase: RunPhase = 'ready';
  private startedAt: number | null = null;
  private since: number | null = null;
  private band = 0;
  private swap: number | null = null;
  private isLate = false;
  private isEarly = false;
  private readonly nozzle: Nozzle;
  /** Swaps that were missed and not made up for. */
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
  /** Swaps of this run that say how long hands take: how many, and how long they took, s. */
  private swapsSeen = 0;
  private swapSeconds = 0;
  private isWhole = false;
  private readonly seenBands: SeenRun['bands'][number][] = [];
  private readonly doneSwaps: DoneSwap[] = [];
  private readonly everMissed: number[] = [];
  private readonly gone: SeenRun['gone'][number][] = [];
  /** What each band takes as planned, s; the first has the preparing before it. */
  private readonly times: readonly number[];

  constructor(private readonly plan: RunPlan) {
    this.times = bandTimes(plan);
    this.nozzle = new Nozzle(plan);
  }

  private get factor(): number {
    return learnedFactor(this.planned, this.actual);
  }

  private get isOver(): boolean {
    return this.phase === 'finished' || this.phase === 'failed' || this.phase === 'ended';
  }

  take(event: Told): void {
    if (event.kind === 'clock') return this.jump(event);
    // A clock that was set back must not make time run backwards.
    const at = Math.max(event.at, this.latest);
    const why = this.apply(event, at);
    if (why !== null) this.passedOver.push({ event, why });
    else this.latest = at;
  }

  /** The clock has jumped: what it says of the stretch that is under way teaches nothing. */
  private jump({ how, by }: Extract<Told, { kind: 'clock' }>): void {
    this.isSure = false;
    if (how !== 'set') return;
    this.anchor += by;
    this.latest += by;
    if (this.since !== null) this.since += by;
    if (this.startedAt !== null) this.startedAt += by;
  }

  /** Takes an event; answers why it does not fit. */
  private apply(event: Exclude<Told, { kind: 'clock' }>, at: number): string | null {
    switch (event.kind) {
      case 'started':
        return this.start(at, event.layer ?? null, event.after ?? null);
      case 'stopped':
        return this.stop(at, event.how);
      case 'paused':
        return this.pause(at);
      case 'resumed':
        return this.resume(at);
      case 'loaded':
        return this.load(at, event.letter);
      case 'missed':
        return this.miss(at);
      case 'gone':
        if (this.phase !== 'at-swap') return 'It is not waiting at a swap.';
        this.gone.push({ what: event.what, after: (at - this.since!) / 1000 });
        return null;
      case 'ticked':
        if (event.done) this.ticked.add(event.step);
        else this.ticked.delete(event.step);
        return null;
      case 'failed':
      case 'ended':
      case 'finished':
        return this.over(event.kind, at);
      case 'note':
        return null;
    }
  }

  private start(at: number, layer: number | null, after: number | null): string | null {
    if (this.phase !== 'ready') return 'The print has already started.';
    const { layerStarts, bands, swaps, before, learned } = this.plan;
    if (after !== null && after >= swaps.length) return `There is no swap ${after + 1}.`;
    const place = layer === null ? (after ?? -1) + 1 : bands.findIndex((one) => layer <= one.last);
    if (place < 0) return `There is no layer ${layer}.`;
    this.band = place;
    this.nozzle.beginAt(place);
    this.phase = 'printing';
    this.startedAt = at;
    this.since = at;
    this.anchor = at;
    this.isWhole = layer === null && after === null;
    if (layer === null) return null;
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
    if (this.phase !== 'printing' && (this.phase !== 'paused' || how === 'planned')) {
      return this.isOver || this.phase === 'ready'
        ? 'It is not printing.'
        : 'It is already paused.';
    }
    if (how === 'late') {
      if (this.band === 0 || this.nozzle.holds(this.band)) return 'No swap was missed.';
      this.goTo(at);
      this.swap = this.band - 1;
    } else {
      if (this.band === this.plan.bands.length - 1) return 'There are no more swaps.';
      if (how === 'planned' && this.isSlip(at)) return 'It has only just resumed.';
      if (how === 'planned') this.learn(at);
      else this.goTo(at);
      this.swap = this.band;
    }
    this.isLate = how === 'late';
    this.isEarly = how === 'early';
    this.phase = 'at-swap';
    this.since = at;
    this.isSure = true;
    this.nozzle.chosen = null;
    this.ticked = new Set();
    return null;
  }

  private isSlip(at: number): boolean {
    const left = this.times[this.band] - this.position;
    return at - this.anchor < SLIP * 1000 && left > 10 * SLIP;
  }

  /** What a whole stretch of printing took, against what was planned. */
  private learn(at: number): void {
    if (!this.isSure) return;
    const planned = this.times[this.band] - this.position;
    const taken = (at - this.anchor) / 1000;
    this.planned += planned;
    this.actual += taken;
    this.seenBands.push({ band: this.band, planned, taken });
  }

  private pause(at: number): string | null {
    if (this.phase !== 'printing') {
      return this.isOver || this.phase === 'ready'
        ? 'It is not printing.'
        : 'It is already paused.';
    }
    this.goTo(at);
    this.phase = 'paused';
    this.since = at;
    return null;
  }

  private resume(at: number): string | null {
    if (this.phase === 'paused') {
      this.phase = 'printing';
      this.anchor = at;
      this.since = at;
      return null;
    }
    if (this.phase !== 'at-swap')
      return this.phase === 'printing' ? 'It is already printing.' : 'It is not waiting at a swap.';
    const swap = this.swap!;
    this.remember(swap, (at - this.since!) / 1000);
    const to = this.nozzle.chosen ?? swap + 1;
    // What is left of a band behind an early or late stop comes out in the new filament.
    if (this.isLate || this.isEarly) {
      this.nozzle.change(this.band, this.shareAt(this.position), to);
    }
    if (this.isLate) {
      if (this.missed.at(-1) === swap) this.missed.pop();
    } else {
      // What an early stop left of the band is printed with the next one.
      this.position = this.isEarly ? this.position - this.times[this.band] : 0;
      this.nozzle.leave(this.band);
      this.nozzle.loaded = to;
      this.nozzle.chosen = null;
      this.band++;
    }
    this.isSure = !this.isEarly && !this.isLate;
    this.phase = 'printing';
    this.anchor = at;
    this.since = at;
    this.swap = null;
    this.isLate = false;
    return null;
  }

  private remember(swap: number, taken: number): void {
    const { machine, hands } = this.plan.swaps[swap];
    const isPause =
      !this.isSure ||
      this.isLate ||
      this.plan.stand?.swap === swap ||
      isLongPause(taken, machine + hands);
    const { loaded: from, chosen } = this.nozzle;
    this.doneSwaps.push({ swap, from, to: chosen ?? swap + 1, taken, isPause });
    if (isPause) return;
    this.swapsSeen++;
    this.swapSeconds += taken;
  }

  private load(at: number, letter: string): string | null {
    if (this.isOver || this.phase === 'ready') return 'It is not printing.';
    const place = this.nozzle.placeOf(letter, this.band + (this.phase === 'at-swap' ? 1 : 0));
    if (place === null) return `The plan has no filament ${letter}.`;
    if (this.phase === 'at-swap') this.nozzle.chosen = place;
    else this.nozzle.change(this.band, this.shareAt(this.positionAt(at)), place);
    return null;
  }

  private miss(at: number): string | null {
    if (this.phase !== 'printing') return 'It is not printing.';
    if (this.band === this.plan.bands.length - 1) return 'There are no more swaps.';
    if (this.isSlip(at)) return 'It has only just resumed.';
    // It went on without standing: nobody knows exactly when.
    const due = this.dueAt();
    this.nozzle.leave(this.band);
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
    if (this.phase === 'ready') return 'It has not started.';
    if (this.isOver) return 'It is already over.';
    const isLast = this.band === this.plan.bands.length - 1;
    if (phase === 'finished' && this.phase === 'printing' && isLast) this.learn(at);
    this.phase = phase;
    this.since = at;
    return null;
  }

  /** Share of the band under way that is printed at a position in it. */
  private shareAt(position: number): number {
    const whole = this.times[this.band];
    return whole > 0 ? Math.min(1, Math.max(0, position / whole)) : 0;
  }

  /** Planned printing seconds of the band that are behind it at a moment. */
  private positionAt(at: number): number {
    const since = this.phase === 'printing' ? (at - this.anchor) / 1000 / this.factor : 0;
    return Math.min(this.times[this.band], this.position + since);
  }

  /** Moves the anchor to a moment inside the band. */
  private goTo(at: number): void {
    this.position = this.positionAt(at);
    this.anchor = at;
    this.isSure = false;
  }

  /** When the band that is printed will be done. */
  private dueAt(): number {
    return this.anchor + (this.times[this.band] - this.position) * this.factor * 1000;
  }

  /** How long a swap to come will take, s: as planned, and as the ones in this run did. */
  private swapTime(i: number): number {
    const { machine, hands } = this.plan.swaps[i];
    return (machine + hands + this.swapSeconds) / (1 + this.swapsSeen);
  }

  /** When it goes on behind a swap that it stops for at a moment: where it is to stand, not before it may. */
  private goesOnAfter(swap: number, at: number): number {
    const { stand } = this.plan;
    const begins = stand?.swap === swap ? Math.max(at, stand.until) : at;
    return begins + this.swapTime(swap) * 1000;
  }

  get seen(): SeenRun {
    const { bands } = this.plan;
    const done = new Set([...this.everMissed, ...this.doneSwaps.map(({ swap }) => swap)]);
    // What nobody told of was printed as planned, where it is known that it was printed.
    const untold = bands.flatMap((_, i) =>
      this.phase === 'finished' && i > this.band && !done.has(i - 1)
        ? [{ band: i, filament: i, share: 1 }]
        : [],
    );
    return {
      bands: this.seenBands,
      swaps: this.doneSwaps,
      missed: this.everMissed,
      neverDone: this.missed,
      printed: this.phase === 'ready' ? [] : [...this.nozzle.printed(this.band), ...untold],
      gone: this.gone,
      phase: this.phase,
      lastBand: this.band,
      startedAt: this.startedAt,
      endedAt: this.isOver ? this.since : null,
      isWhole: this.isWhole,
    };
  }

  stateAt(clock: number): RunState {
    const now = Math.max(clock, this.latest);
    return {
      phase: this.phase,
      startedAt: this.startedAt,
      since: this.since,
      band: this.band,
      loaded: this.nozzle.loaded,
      isWrong: !this.nozzle.holds(this.band),
      swap: this.swap,
      target: this.swap === null ? null : (this.nozzle.chosen ?? this.swap + 1),
      isLate: this.isLate,
      missed: [...this.missed],
      factor: this.factor,
      ...this.toCome(now),
      layer: this.layerAt(now),
      ticked: this.ticked,
      passedOver: this.passedOver,
      isClockBack: clock < this.latest - SAME_CLOCK,
    };
  }

  /** The swaps to come, and the end. */
  private toCome(now: number): { upcoming: readonly ExpectedSwap[]; end: Expected | null } {
    if (this.phase === 'ready' || this.isOver) return { upcoming: [], end: null };
    const { first, ...next } = this.nextStop(now);
    let { at, ahead } = next;
    const upcoming: ExpectedSwap[] = [];
    for (let i = first; i < this.plan.swaps.length; i++) {
      upcoming.push({ swap: i, at, spread: spreadOf(ahead, this.planned) });
      const seconds = this.times[i + 1];
      at = this.goesOnAfter(i, at) + seconds * this.factor * 1000;
      ahead += seconds;
    }
    return { upcoming, end: { at, spread: spreadOf(ahead, this.planned) } };
  }

  /** When the band under way is done, how much printing that is ahead, s, and the place of the swap behind it. */
  private nextStop(now: number): { at: number; ahead: number; first: number } {
    const { band } = this;
    const rest = this.times[band] - this.position;
    const from = (begins: number, ahead: number, first: number) => ({
      at: begins + ahead * this.factor * 1000,
      ahead,
      first,
    });
    if (this.phase === 'printing') return { ...from(this.anchor, rest, band), at: this.dueAt() };
    if (this.phase === 'paused' || this.isLate) return from(now, rest, band);
    const goesOn = Math.max(now, this.goesOnAfter(this.swap!, this.since!));
    return from(goesOn, this.times[band + 1] + (this.isEarly ? rest : 0), band + 1);
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
