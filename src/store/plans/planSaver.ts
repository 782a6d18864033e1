import type { PlanBook } from '@/core/plan/file/planBook';
import { commit, onWritten, type Reader } from '../db/commit';
import { database } from '../db/db';
import type { Entry } from '../db/entry';
import { keepInJournal } from '../db/journal';
import { parsePlans } from '../records/recordShapes';
import type { StoredPlans } from '../records/records';

/** What the saver asks of those who show the plans. */
interface PlanDesk {
  /** Another tab was quicker: shows its book with what was changed here since, and answers that. */
  readonly rebase: (newer: PlanBook) => PlanBook;
  /** Another tab changed the plans, and nothing was changed here: shows them. */
  readonly follow: (newer: PlanBook) => void;
  /** True while a change is under way that must not be interrupted. */
  readonly isBusy: () => boolean;
  /** The book was written as it is. */
  readonly written: (book: PlanBook) => void;
}

/**
 * Stores a job's plans on every change, one write at a time; changes that come meanwhile are stored
 * together right after it. Each write says which one it is based on: what another tab has stored is
 * never written over unseen.
 */
export class PlanSaver {
  private waiting: PlanBook | null = null;
  /** What this saver has asked to be written: its own are not taken for another tab's. */
  private readonly own = new WeakSet<Entry>();
  private running: Promise<void> | null = null;
  private isClosed = false;
  private readonly stopListening: () => void;

  constructor(
    private stored: StoredPlans,
    private readonly desk: PlanDesk,
  ) {
    this.stopListening = onWritten((entries, origin) => {
      const mine = entries.find(({ store, key }) => store === 'plans' && key === stored.id);
      if (!mine) return;
      if (origin === 'here' && this.own.has(mine)) this.wasWritten(mine.value as StoredPlans);
      else this.take(mine.value);
    });
  }

  save(book: PlanBook): void {
    this.waiting = book;
    // At once, in case the page goes away before the database is done.
    keepInJournal([this.entryOf(book)], Date.now());
    this.running ??= this.drain();
  }

  /** Looks whether another tab has changed the plans while this one slept. */
  async catchUp(): Promise<void> {
    if (!this.running) this.take(await (await database()).get('plans', this.stored.id));
  }

  /** Resolves when nothing is left to write, or it cannot be written. */
  async settled(): Promise<void> {
    await this.running;
  }

  /** Stops following other tabs; what waits is still written. */
  close(): void {
    this.isClosed = true;
    this.settled().then(this.stopListening, this.stopListening);
  }

  /** A book as it would be stored now. */
  entryOf(book: PlanBook): Entry {
    const { id, revision, aside } = this.stored;
    const value: StoredPlans = { id, revision: revision + 1, book, aside };
    return { store: 'plans', key: id, value };
  }

  /** Takes plans that were stored elsewhere; while something is to be written, writing finds them. */
  private take(value: unknown): void {
    if (this.isClosed || this.waiting || this.desk.isBusy()) return;
    const plans = parsePlans(value);
    if (!plans.ok || plans.value.revision <= this.stored.revision) return;
    this.stored = plans.value;
    this.desk.follow(plans.value.book);
  }

  private wasWritten(value: StoredPlans): void {
    this.stored = value;
    if (!this.isClosed) this.desk.written(value.book);
    if (this.waiting === value.book) this.waiting = null;
  }

  private async drain(): Promise<void> {
    while (this.waiting) {
      const isWritten = await commit({
        what: 'the plan',
        name: `plan of ${this.stored.id}`,
        stores: ['plans', 'jobs'],
        make: (read) => this.entriesToWrite(read),
      });
      if (!isWritten) break;
    }
    this.running = null;
  }

  /** What is to be written now: what waits, with what another tab has stored under it. */
  private async entriesToWrite(read: Reader): Promise<readonly Entry[]> {
    const { id } = this.stored;
    const [job, stored] = await Promise.all([read.one('jobs', id), read.one('plans', id)]);
    if (job === undefined) {
      // The job was deleted for good meanwhile; its plan stays in the journal only.
      this.waiting = null;
      return [];
    }
    const found = parsePlans(stored);
    if (found.ok && found.value.revision > this.stored.revision) {
      this.stored = found.value;
      // Once the desk is cleared, nobody can say how the two go together; the older one stays.
      if (this.isClosed) this.waiting = null;
      else if (this.waiting) this.waiting = this.desk.rebase(found.value.book);
    }
    if (!this.waiting) return [];
    const entry = this.entryOf(this.waiting);
    this.own.add(entry);
    return [entry];
  }
}
