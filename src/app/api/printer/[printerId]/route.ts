import { mixed, number, object, ValidationError } from 'yup';
import { FAULTS, type Fault } from '@/core/run/standIn';
import { standInOf } from '@/server/standIns';

const ACTIONS = ['pause', 'resume', 'reheat', 'cancel', 'speed', 'fault', 'close'] as const;

const asked = object({
  action: mixed<(typeof ACTIONS)[number]>().oneOf(ACTIONS).required(),
  speed: number().min(1).max(600),
  fault: mixed<Fault>().oneOf(FAULTS),
});

interface Context {
  readonly params: Promise<{ printerId: string }>;
}

/** Does something at a stand-in: its buttons, its speed, or a fault. */
export async function POST(request: Request, { params }: Context): Promise<Response> {
  const found = standInOf((await params).printerId);
  if (!found) return refused(404, 'This simulated printer does not exist or has ended.');
  let wish: Awaited<ReturnType<typeof asked.validate>>;
  try {
    wish = await asked.validate(await request.json());
  } catch (error) {
    return refused(400, error instanceof ValidationError ? error.message : 'The body is not JSON.');
  }
  const { action, speed, fault } = wish;
  if (action === 'speed' && speed !== undefined) found.speed = speed;
  else if (action === 'fault' && fault) found.act(fault, (printer) => printer.breaks(fault));
  else if (action === 'pause') found.act(action, (printer) => printer.pause());
  else if (action === 'reheat') found.act(action, (printer) => printer.reheat());
  else if (action === 'cancel') found.act(action, (printer) => printer.cancel());
  else if (action === 'close') found.end();
  else if (action === 'resume') {
    const going = { on: false };
    found.act(action, (printer) => {
      going.on = printer.resume();
    });
    if (!going.on)
      return refused(409, 'It cannot resume: it is already printing, finished or too cold.');
  } else return refused(400, 'The action has no value.');
  return Response.json(found.news);
}

function refused(status: number, message: string): Response {
  return Response.json({ error: { message } }, { status });
}
