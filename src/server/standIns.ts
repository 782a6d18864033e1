import { StandIn, type StandInProfile, type StandInState } from '@/core/run/standIn';

/** Printers at a time, and how often they move, ms. */
const MOST_PRINTERS = 4;
const TICK = 250;
/** One that nobody listens to stands still, and ends after this, ms: somebody may be reading the guide. */
const LONELY = 30 * 60_000;

/** Nobody learns from waiting until a nozzle is hot: it heats up faster than the clock on the wall. */
const HEATING_SPEED = 10;

/** How much faster than the clock on the wall its time passes: while it prints, and while it waits for hands. */
export interface StandInSpeeds {
  readonly printing: number;
  readonly waiting: number;
}

/** What listeners are told. */
export interface StandInNews extends StandInState {
  readonly speed: number;
  /** What happened since the last news, newest last. */
  readonly log: readonly string[];
}

interface Listener {
  readonly hear: (news: StandInNews) => void;
  /** The stand-in is gone, and tells nothing any more. */
  readonly end: () => void;
}

/** A stand-in that runs by the clock of this process, and tells its listeners. */
export class RunningStandIn {
  readonly id = crypto.randomUUID();
  /** While it prints; it may be changed. */
  speed: number;
  private readonly listeners = new Set<Listener>();
  private readonly standIn: StandIn;
  private readonly timer: ReturnType<typeof setInterval>;
  private log: string[] = [];
  private phase: StandInState['phase'] = 'printing';
  private lonelySince = Date.now();
  private wasHeard = false;
  private latest = Date.now();

  constructor(
    bytes: Uint8Array,
    profile: StandInProfile,
    private readonly speeds: StandInSpeeds,
    private readonly onEnd: (id: string) => void,
  ) {
    this.standIn = new StandIn(bytes, profile);
    this.speed = speeds.printing;
    // Its first lines are behind it before anybody can press a button.
    this.standIn.advance(1);
    this.timer = setInterval(() => this.tick(), TICK);
  }

  get news(): StandInNews {
    return { ...this.standIn.state, speed: this.speed, log: this.log };
  }

  listen(listener: Listener): () => void {
    this.listeners.add(listener);
    this.wasHeard = true;
    listener.hear(this.news);
    return () => {
      this.listeners.delete(listener);
      this.lonelySince = Date.now();
    };
  }

  /** Somebody has looked at it, and nobody does now. */
  get isLonely(): boolean {
    return this.wasHeard && this.listeners.size === 0;
  }

  /** Does something to the printer at once, and tells it. */
  act(words: string, act: (standIn: StandIn) => void): void {
    this.log.push(words);
    act(this.standIn);
    this.tell();
  }

  end(): void {
    clearInterval(this.timer);
    this.onEnd(this.id);
    for (const listener of this.listeners) listener.end();
  }

  private tick(): void {
    const now = Date.now();
    const waits = this.standIn.state.waitsSince !== null;
    const speed = waits ? Math.min(this.speed, this.speeds.waiting) : this.speed;
    // By the clock and not by counting ticks, and never in one leap over a sleep of this machine.
    const passed = this.listeners.size === 0 ? 0 : Math.min(now - this.latest, 4 * TICK);
    this.standIn.advance((passed / 1000) * speed);
    if (waits) this.standIn.warm((passed / 1000) * HEATING_SPEED);
    this.latest = now;
    const { phase } = this.standIn.state;
    if (phase !== this.phase) this.log.push(phase);
    this.phase = phase;
    this.tell();
    if (this.listeners.size === 0 && now - this.lonelySince > LONELY) this.end();
  }

  private tell(): void {
    for (const listener of this.listeners) listener.hear(this.news);
    this.log = [];
  }
}

// One registry for all copies of this module that a server may load.
const shared = globalThis as { lamellaStandIns?: Map<string, RunningStandIn> };
const standIns = (shared.lamellaStandIns ??= new Map<string, RunningStandIn>());

/** Starts a stand-in in place of one that nobody looks at, where there are as many as may be; null for none. */
export function startStandIn(
  bytes: Uint8Array,
  profile: StandInProfile,
  speeds: StandInSpeeds,
): RunningStandIn | null {
  if (standIns.size >= MOST_PRINTERS) [...standIns.values()].find((one) => one.isLonely)?.end();
  if (standIns.size >= MOST_PRINTERS) return null;
  const made = new RunningStandIn(bytes, profile, speeds, (id) => standIns.delete(id));
  standIns.set(made.id, made);
  return made;
}

export function standInOf(id: string): RunningStandIn | null {
  return standIns.get(id) ?? null;
}
