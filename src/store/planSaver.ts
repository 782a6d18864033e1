import type { JobPlan } from '@/core/plan/jobPlan';

export type SaveState = 'saved' | 'saving' | 'failed';

/**
 * Saves a plan on every change, one write at a time. Changes that come while one is being written
 * are saved together right after it; a failed write is tried again with the next change, and the
 * state says so until then.
 */
export class PlanSaver {
  state: SaveState = 'saved';
  private waiting: JobPlan | null = null;
  private writing: Promise<void> | null = null;

  constructor(
    private readonly write: (plan: JobPlan) => Promise<void>,
    private readonly onState: (state: SaveState) => void,
  ) {}

  save(plan: JobPlan): void {
    this.waiting = plan;
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
      const plan = this.waiting;
      this.waiting = null;
      try {
        await this.write(plan);
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
