import { mkdtemp, open, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { refusalOf, refusedForRate } from './answer';
import { pieces, Stalled } from './body';
import { takePool } from './pool';
import { problem } from './problem';
import { said } from './said';

/** Takes that lie on the disk at once: each may be large. */
const MOST_AT_ONCE = 4;
const here = globalThis as typeof globalThis & { symplexTakes?: number };

/** As large as a WAV can be. */
const MOST_BYTES = 2 ** 32;

/**
 * Answer `POST /api/take`: the WAV streams to a file of its own, then its measuring is told line by line (NDJSON): how much
 * is done, and last the take or what is wrong with it. Memory does not grow with the recording; the file is gone after it.
 */
export async function answerTake(request: Request): Promise<Response> {
  const startedMs = Date.now();
  const refused = refusedForRate(request);
  if (refused) return refused;
  if (!/^audio\/(wav|x-wav|wave|vnd\.wave)\s*(;|$)/i.test(request.headers.get('content-type') ?? ''))
    return problem(415, 'Send a WAV: Content-Type: audio/wav.');
  if (Number(request.headers.get('content-length') ?? 0) > MOST_BYTES)
    return problem(413, 'A recording may have 4 GB at most.');
  const atOnce = here.symplexTakes ?? 0;
  if (atOnce >= MOST_AT_ONCE) return refusalOf('busy');
  here.symplexTakes = atOnce + 1;
  const folder = await mkdtemp(join(tmpdir(), 'symplex-take-'));
  const clear = async () => {
    here.symplexTakes = (here.symplexTakes ?? 1) - 1;
    await rm(folder, { recursive: true, force: true });
  };
  const file = join(folder, 'take.wav');
  const kept = await keep(request, file).catch(async (e: unknown) => {
    await clear();
    throw e;
  });
  if (kept) {
    await clear();
    said('take', kept.status, startedMs);
    return kept;
  }
  const gone = new AbortController();
  request.signal.addEventListener('abort', () => gone.abort());
  const text = new TextEncoder();
  const lines = new ReadableStream<Uint8Array>({
    async start(controller) {
      const tell = (line: unknown) => {
        if (!gone.signal.aborted) controller.enqueue(text.encode(`${JSON.stringify(line)}\n`));
      };
      try {
        const outcome = await takePool(file, (share) => tell({ share }), gone.signal);
        if (outcome.how !== 'worked') tell({ problem: await refusalOf(outcome.how).json() });
        else if (outcome.worked.ok) tell({ take: JSON.parse(String(outcome.worked.body)) as unknown });
        else tell({ problem: await problem(422, outcome.worked.problem.message, { pointer: '' }).json() });
      } catch {
        tell({ problem: await problem(500, 'The recording could not be measured.').json() });
      } finally {
        await clear();
        said('take', 200, startedMs);
        if (!gone.signal.aborted) controller.close();
      }
    },
    cancel: () => gone.abort(),
  });
  return new Response(lines, { headers: { 'Content-Type': 'application/x-ndjson', 'Cache-Control': 'no-store' } });
}

/** Write a body to a file as it comes; null when it is there, else the refusal. */
async function keep(request: Request, file: string): Promise<Response | null> {
  const out = await open(file, 'w');
  try {
    let size = 0;
    for await (const piece of pieces(request)) {
      size += piece.length;
      if (size > MOST_BYTES) return problem(413, 'A recording may have 4 GB at most.');
      await out.writeFile(piece);
    }
    return null;
  } catch (e) {
    if (e instanceof Stalled) return problem(408, 'Nothing more of the recording came for 15 seconds.');
    if (request.signal.aborted) return refusalOf('gone');
    // The disk is full, or cannot be written to.
    return problem(503, 'There is no room here for the recording: try a shorter one.', { afterS: 60 });
  } finally {
    await out.close();
  }
}
