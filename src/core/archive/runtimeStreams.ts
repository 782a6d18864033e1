interface PieceReader {
  read(): Promise<{ readonly done: boolean; readonly value?: Uint8Array }>;
  cancel(reason: unknown): Promise<void>;
}
interface PieceWriter {
  write(chunk: Uint8Array): Promise<void>;
  close(): Promise<void>;
  abort(reason: unknown): Promise<void>;
}
interface Passage {
  readonly readable: { getReader(): PieceReader };
  readonly writable: { getWriter(): PieceWriter };
}

/** Every runtime has these; only the bare language does not name them. */
declare const CompressionStream: new (format: 'deflate-raw') => Passage;
declare const DecompressionStream: new (format: 'gzip') => Passage;

/** Thrown where the runtime cannot pack or unpack what it gets. */
export class RuntimeRefusal extends Error {}

/** Packs what comes, by the runtime's own deflate: many times as fast as one in JavaScript. */
export function deflated(chunks: AsyncIterable<Uint8Array>): AsyncGenerator<Uint8Array> {
  return passed(new CompressionStream('deflate-raw'), chunks);
}

/**
 * Unpacks a gzip file of one member, by the runtime's own inflate, which checks its sum and its length as well.
 * @throws what `chunks` throw, or {@link RuntimeRefusal} where they are no such file.
 */
export function ungzipped(chunks: AsyncIterable<Uint8Array>): AsyncGenerator<Uint8Array> {
  return passed(new DecompressionStream('gzip'), chunks);
}

async function* passed(
  { writable, readable }: Passage,
  chunks: AsyncIterable<Uint8Array>,
): AsyncGenerator<Uint8Array> {
  const writer = writable.getWriter();
  const reader = readable.getReader();
  const source = { error: null as unknown, hasFailed: false };
  const watched = async function* (): AsyncGenerator<Uint8Array> {
    try {
      yield* chunks;
    } catch (error) {
      Object.assign(source, { error, hasFailed: true });
      throw error;
    }
  };
  const feed = async (): Promise<void> => {
    for await (const chunk of watched()) await writer.write(chunk);
    await writer.close();
  };
  // A failure at one end is passed to the other, and comes out of it.
  const feeding = feed().catch((error: unknown) => writer.abort(error));
  try {
    for (;;) {
      const { done, value } = await reader.read();
      if (done) break;
      if (value) yield value;
    }
  } catch (error) {
    // Not every runtime hands the source's own error on.
    throw source.hasFailed ? source.error : new RuntimeRefusal(String(error));
  } finally {
    await reader.cancel(null).catch(() => {});
    await feeding.catch(() => {});
  }
}
