/** A line to a helper that runs beside the reader, whatever kind of worker it is. */
export interface HelperPort {
  /** Sends a message; the buffers in `transfer` go with it and are gone here. */
  post(message: unknown, transfer: readonly ArrayBuffer[]): void;
  /** Hears what comes back, and of the helper's end by itself. */
  listen(onMessage: (message: unknown) => void, onDeath: (why: string) => void): void;
  end(): void;
}

/** What helpers run beside the reader: how they are started, and how many rasters share the levels. */
export interface HelperKinds {
  readonly startRaster: () => HelperPort;
  readonly startHash: () => HelperPort;
  readonly rasters: number;
}

/** Thrown when a helper died before its answer. */
export class HelperDiedError extends Error {}

/** What a helper says when it cannot go on. */
function isDeath(message: unknown): message is { readonly died: string } {
  return typeof message === 'object' && message !== null && 'died' in message;
}

/** A helper that takes pieces of work one after another, and answers once at the end. */
export class Helper<Answer> {
  private waiting = 0;
  private readonly answer: Promise<Answer>;
  private dead: HelperDiedError | null = null;
  private onRoom: () => void = () => {};

  /** @param most pieces that may wait before `room` is waited for. */
  constructor(
    private readonly port: HelperPort,
    private readonly most: number,
  ) {
    this.answer = new Promise((resolve, reject) => {
      const die = (why: string): void => {
        this.dead = new HelperDiedError(why);
        reject(this.dead);
        this.onRoom();
      };
      port.listen((message) => {
        // One word for each piece that is done; its own end, or the answer.
        if (message === null) {
          this.waiting--;
          this.onRoom();
        } else if (isDeath(message)) die(message.died);
        else resolve(message as Answer);
      }, die);
    });
    // Whoever waits for the answer hears of it.
    this.answer.catch(() => {});
  }

  /** Hands on a piece of work, with its buffer. */
  give(piece: ArrayBufferView<ArrayBuffer>): void {
    this.waiting++;
    this.port.post(piece, [piece.buffer]);
  }

  /** Resolves once few enough pieces wait, so that a slow helper fills no memory. */
  async room(): Promise<void> {
    while (this.waiting > this.most) {
      if (this.dead) throw this.dead;
      await new Promise<void>((resolve) => {
        this.onRoom = resolve;
      });
    }
  }

  /** Asks for the answer; no piece may follow. */
  ask(): Promise<Answer> {
    this.port.post(null, []);
    return this.answer;
  }

  end(): void {
    this.port.end();
  }
}
