import { standInOf } from '@/server/standIns';

interface Context {
  readonly params: Promise<{ printerId: string }>;
}

/** The state of a stand-in as it changes, as Server-Sent Events. */
export async function GET(request: Request, { params }: Context): Promise<Response> {
  const found = standInOf((await params).printerId);
  if (!found) {
    return Response.json(
      { error: { message: 'This simulated printer does not exist or has ended.' } },
      { status: 404 },
    );
  }
  const encoder = new TextEncoder();
  let stop = (): void => {};
  const stream = new ReadableStream<Uint8Array>({
    start(controller) {
      const close = (): void => {
        stop();
        try {
          controller.close();
        } catch {
          // It was closed by the other side.
        }
      };
      stop = found.listen({
        hear: (news) => controller.enqueue(encoder.encode(`data: ${JSON.stringify(news)}\n\n`)),
        end: close,
      });
      request.signal.addEventListener('abort', close);
    },
    cancel: () => stop(),
  });
  return new Response(stream, {
    headers: { 'Content-Type': 'text/event-stream', 'Cache-Control': 'no-store' },
  });
}
