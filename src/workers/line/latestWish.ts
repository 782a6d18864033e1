import { WorkerLine, type WorkerKind } from './workerLine';

interface Wishes<Service, Wish, Answer> {
  readonly ask: (service: Service, wish: Wish) => PromiseLike<Answer>;
  /** Gets answers with their wish: not to all wishes, but to the last one. */
  readonly onAnswer: (wish: Wish, answer: Answer) => void;
  /** Hears of a wish that could not be met, unless a newer one waits. */
  readonly onTrouble: (error: Error) => void;
}

/** What waits is rejected with it when nobody wants an answer any more. */
class EndedError extends Error {}

/**
 * Asks a worker for one thing at a time, always the newest: what was wished for in between is never worked out.
 * The worker is started with the first wish, and again with the next one when it died.
 */
export class LatestWish<Service extends object, Wish, Answer> {
  private line: WorkerLine<Service> | null = null;
  private next: { readonly wish: Wish } | null = null;
  private isAsking = false;

  constructor(
    private readonly kind: WorkerKind,
    private readonly wishes: Wishes<Service, Wish, Answer>,
  ) {}

  want(wish: Wish): void {
    this.next = { wish };
    if (!this.isAsking) this.work().catch(this.wishes.onTrouble);
  }

  /** Ends the worker; what was asked is not answered any more. */
  end(): void {
    this.next = null;
    this.line?.end(new EndedError());
    this.line = null;
  }

  private async work(): Promise<void> {
    this.isAsking = true;
    try {
      while (this.next) {
        const { wish } = this.next;
        this.next = null;
        await this.meet(wish);
      }
    } finally {
      this.isAsking = false;
    }
  }

  private async meet(wish: Wish): Promise<void> {
    const { ask, onAnswer, onTrouble } = this.wishes;
    const line = (this.line ??= new WorkerLine<Service>(this.kind, () => (this.line = null)));
    try {
      const answer = await line.ask((service) => ask(service, wish));
      if (this.line === line) onAnswer(wish, answer);
    } catch (error) {
      // A newer wish says itself whether it can be met; where it was ended, nobody listens any more.
      if (this.next !== null || error instanceof EndedError) return;
      onTrouble(error instanceof Error ? error : new Error(String(error)));
    }
  }
}
