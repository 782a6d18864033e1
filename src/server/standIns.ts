import { StandIn, type StandInProfile, type StandInState } from '@/core/run/standIn';

/** Printers at a time, and how often they move, ms. */
const MOST_PRINTERS = 4;
const TICK = 250;
/** One that nobody listens to ends after this, ms. */
const LONELY = 60_000;
/** While it waits for hands, its time passes no faster than this. */
const WAITING_SPEED = 10;

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
  private readonly listeners = new Set<Listener>();
  private readonly standIn: StandIn;
  private readonly timer: ReturnType<typeof setInterval>;
  private log: string[] = [];
  private phase: StandInState['phase'] = 'printing';
  private lonelySince = Date.now();
  private latest = Date.now();

  constructor(
    bytes: Uint8Array,
    profile: StandInProfile,
    public speed: number,
    private readonly onEnd: (id: string) => void,
  ) {
    this.standIn = new StandIn(bytes, profile);
    this.timer = setInterval(() => this.tick(), TICK);
  }

  get news(): StandInNews {
    return { ...this.standIn.state, speed: this.speed, log: this.log };
  }

  listen(listener: Listener): () => void {
    this.listeners.add(listener);
    listener.hear(this.news);
    return () => {
      this.listeners.delete(listener);
      this.lonelySince = Date.now();
    };
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
    const speed =
      this.standIn.state.waitsSince === null ? this.speed : Math.min(this.speed, WAITING_SPEED);
    // By the clock and not by counting ticks, and never in one leap over a sleep of this machine.
    this.standIn.advance((Math.min(now - this.latest, 4 * TICK) / 1000) * speed);
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

/** Starts a stand-in; null when there are as many as may be. */
export function startStandIn(
  bytes: Uint8Array,
  profile: StandInProfile,
  speed: number,
): RunningStandIn | null {
  if (standIns.size >= MOST_PRINTERS) return null;
  const made = new RunningStandIn(bytes, profile, speed, (id) => standIns.delete(id));
  standIns.set(made.id, made);
  return made;
}

export function standInOf(id: string): RunningStandIn | null {
  return standIns.get(id) ?? null;
}
