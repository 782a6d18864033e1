import type { PlanBook } from '@/core/plan/planBook';

export type SaveState = 'saved' | 'saving' | 'failed';

/**
 * Saves a job's plans on every change, one write at a time. Changes that come while one is being written
 * are saved together right after it; a failed write is tried again with the next change, and the
 * state says so until then.
 */
export class PlanSaver {
  state: SaveState = 'saved';
  private waiting: PlanBook | null = null;
  private writing: Promise<void> | null = null;

  constructor(
    private readonly write: (book: PlanBook) => Promise<void>,
    private readonly onState: (state: SaveState) => void,
  ) {}

  save(book: PlanBook): void {
    this.waiting = book;
    this.writing ??= this.drain();
  }

  /** Resolves when nothing is left to write. */
  async settled(): Promise<void> {
    await this.writing;
  }

  private async drain(): Promise<void> {
    this.report('saving');
    let failed = false;
    while (this.waiting) {
      const book = this.waiting;
      this.waiting = null;
      try {
        await this.write(book);
        failed = false;
      } catch {
        failed = true;
      }
    }
    this.writing = null;
    this.report(failed ? 'failed' : 'saved');
  }

  private report(state: SaveState): void {
    this.state = state;
    this.onState(state);
  }
}
