import { array, number, object, string, ValidationError } from 'yup';
import { startStandIn } from '@/server/standIns';

/** Bytes that a stand-in takes: fewer than those behind which Next cuts a body off. */
const MOST_BYTES = 10e6;

const asked = object({
  speed: number().min(1).max(600).default(60),
  waitingSpeed: number().min(0.1).max(600).default(1),
  obeys: array(string().max(40).required()).max(10).default(['M600']),
  nozzleCools: number().min(1).nullable().default(600),
  motorsLetGo: number().min(1).nullable().default(120),
});

/** Starts a stand-in with the G-code of the body; the answer is its id. */
export async function POST(request: Request): Promise<Response> {
  const { searchParams } = new URL(request.url);
  let options: ReturnType<typeof asked.cast>;
  try {
    options = await asked.validate(JSON.parse(searchParams.get('options') ?? '{}'));
  } catch (error) {
    const why = error instanceof ValidationError ? error.message : 'The options are not JSON.';
    return refused(400, why);
  }
  const bytes = await readBody(request);
  if (bytes === null) return refused(413, 'The file is too large for the simulated printer.');
  if (bytes.length === 0) return refused(400, 'The file is empty.');
  const { speed, waitingSpeed, ...profile } = options;
  const made = startStandIn(bytes, profile, { printing: speed, waiting: waitingSpeed });
  if (!made) return refused(429, 'Four simulated printers are already running. Close one of them.');
  return Response.json({ id: made.id }, { status: 201 });
}

/** Reads a body as it comes; null when it is too large. */
async function readBody({ body }: Request): Promise<Uint8Array | null> {
  if (!body) return new Uint8Array(0);
  const chunks: Uint8Array[] = [];
  let size = 0;
  for await (const chunk of body as unknown as AsyncIterable<Uint8Array>) {
    size += chunk.length;
    if (size > MOST_BYTES) return null;
    chunks.push(chunk);
  }
  const bytes = new Uint8Array(size);
  let at = 0;
  for (const chunk of chunks) {
    bytes.set(chunk, at);
    at += chunk.length;
  }
  return bytes;
}

function refused(status: number, message: string): Response {
  return Response.json({ error: { message } }, { status });
}
