import { randomBytes } from 'node:crypto';
import Ajv from 'ajv';
import { refusedForRate } from './answer';
import { textOf } from './body';
import { problem } from './problem';

/** Meters that are shown at once; each is some bytes. */
const MOST_SESSIONS = 200;
/** With nothing from either side for so long it is over. */
const QUIET_MS = 2 * 60_000;
const HEARTBEAT_MS = 15_000;
const MOST_BYTES = 16_000;

/** What a phone may tell: figures and a name, never sound. */
const NUMBERS = { type: 'object', maxProperties: 12, additionalProperties: { type: 'number' } } as const;
export const TOLD = {
  type: 'object',
  required: ['input', 'seconds', 'channels', 'balanceDb', 'correlation', 'dropouts'],
  additionalProperties: false,
  properties: {
    input: { type: 'string', maxLength: 200 },
    seconds: { type: 'number' },
    channels: { type: 'array', maxItems: 32, items: NUMBERS },
    balanceDb: { type: 'number', nullable: true },
    correlation: { type: 'number', nullable: true },
    dropouts: { type: 'number' },
    peaks: { type: 'array', maxItems: 100, items: { type: 'number' } },
    finding: { type: 'string', maxLength: 400 },
  },
} as const;
const isTold = new Ajv().compile(TOLD);

interface Session {
  desk: ReadableStreamDefaultController<Uint8Array> | null;
  quiet: NodeJS.Timeout;
}
const here = globalThis as typeof globalThis & { symplexBeside?: Map<string, Session> };
function sessions(): Map<string, Session> {
  here.symplexBeside ??= new Map();
  return here.symplexBeside;
}

const gone = (): Response =>
  problem(410, 'This is over: one of the two has ended it, or nothing came for two minutes.');

/** Begin to show a phone's meter at this desk. @returns the code that the phone is to be told */
export function beginBeside(request: Request): Response {
  const refused = refusedForRate(request);
  if (refused) return refused;
  if (sessions().size >= MOST_SESSIONS) return problem(503, 'Too many meters are shown already.', { afterS: 60 });
  const code = randomBytes(9).toString('base64url');
  sessions().set(code, { desk: null, quiet: setTimeout(() => endBeside(code), QUIET_MS).unref() });
  return Response.json({ code }, { status: 201, headers: { 'Cache-Control': 'no-store' } });
}

/** What the phone tells, as server-sent events, for the desk that began it. */
export function followBeside(code: string): Response {
  const session = sessions().get(code);
  if (!session) return gone();
  let heartbeat: NodeJS.Timeout;
  const stream = new ReadableStream<Uint8Array>({
    start(controller) {
      session.desk = controller;
      controller.enqueue(line(': here\n\n'));
      heartbeat = setInterval(() => send(session, ': still here\n\n'), HEARTBEAT_MS).unref();
    },
    // The desk has gone: the phone is told when it tells next.
    cancel() {
      clearInterval(heartbeat);
      endBeside(code);
    },
  });
  return new Response(stream, {
    headers: { 'Content-Type': 'text/event-stream', 'Cache-Control': 'no-store', 'X-Accel-Buffering': 'no' },
  });
}

/** The phone tells its figures. */
export async function tellBeside(code: string, request: Request): Promise<Response> {
  const refused = refusedForRate(request);
  if (refused) return refused;
  const text = await textOf(request, MOST_BYTES);
  if (text instanceof Response) return text;
  const session = sessions().get(code);
  if (!session) return gone();
  let told: unknown;
  try {
    told = JSON.parse(text);
  } catch {
    return problem(422, 'This is not JSON.', { pointer: '' });
  }
  if (!isTold(told))
    return problem(422, 'Figures of a meter are wanted.', { pointer: isTold.errors?.[0]?.instancePath ?? '' });
  session.quiet.refresh();
  send(session, `data: ${JSON.stringify(told)}\n\n`);
  return new Response(null, { status: 204 });
}

/** Either side ends it: the desk hears so, the phone when it tells next. */
export function endBeside(code: string): Response {
  const session = sessions().get(code);
  if (session) {
    clearTimeout(session.quiet);
    sessions().delete(code);
    send(session, 'event: over\ndata: {}\n\n');
    try {
      session.desk?.close();
    } catch {
      // It had gone already.
    }
  }
  return new Response(null, { status: 204 });
}

const line = (text: string): Uint8Array => new TextEncoder().encode(text);

function send({ desk }: Session, text: string): void {
  try {
    desk?.enqueue(line(text));
  } catch {
    // Whoever listened has gone; its stream says so by itself.
  }
}
