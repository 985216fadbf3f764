import { ADDRESS_HEADER } from './address';
import { ASKED, type Asked } from './asked';
import { textOf } from './body';
import { waitOf } from './limits';
import { askPool, type Outcome } from './pool';
import { problem } from './problem';
import { said } from './said';

/** Larger than any request of ours: a desk's whole drawer is a tenth of it. */
const MOST_BYTES = 4e6;

/** Refuse an address that asks too often; null where it does not. */
export function refusedForRate(request: Request): Response | null {
  const wait = waitOf(request.headers.get(ADDRESS_HEADER) ?? '');
  return wait === null ? null : problem(429, `Too many requests from here: try again in ${wait} s.`, { afterS: wait });
}

/** Answer `POST /api/check` and its like: limits first, then the work, on a thread of its own. */
export async function answer(name: string, request: Request): Promise<Response> {
  const startedMs = Date.now();
  const answered = await worked(name, request).catch(() =>
    request.signal.aborted ? refusalOf('gone') : problem(500, 'The program is at fault, not what was sent.'),
  );
  said(name, answered.status, startedMs);
  return answered;
}

async function worked(name: string, request: Request): Promise<Response> {
  const asked = ASKED.find((a) => a === name);
  if (!asked) return problem(404, `There is no ${JSON.stringify(name).slice(0, 60)} here: ${ASKED.join(', ')}, take.`);
  const refused = refusedForRate(request);
  if (refused) return refused;
  if (!/^application\/json\s*(;|$)/i.test(request.headers.get('content-type') ?? ''))
    return problem(415, 'Send JSON: Content-Type: application/json.');
  const text = await textOf(request, MOST_BYTES);
  if (text instanceof Response) return text;
  return responseTo(asked, await askPool(asked, text, request.signal));
}

function responseTo(asked: Asked, outcome: Outcome): Response {
  if (outcome.how !== 'worked') return refusalOf(outcome.how);
  const { worked: found } = outcome;
  if (!found.ok) return problem(422, found.problem.message, { pointer: found.problem.pointer });
  return new Response(found.body, {
    headers: {
      'Content-Type': found.type,
      'Cache-Control': 'no-store',
      ...(asked === 'render' ? { 'Content-Disposition': 'attachment; filename="rendered.wav"' } : {}),
    },
  });
}

/** What is said when the work did not come to an end. */
export function refusalOf(how: Exclude<Outcome['how'], 'worked'>): Response {
  switch (how) {
    case 'busy':
      return problem(503, 'All threads are at work and the queue is full: try again in a moment.', { afterS: 2 });
    case 'too long':
      return problem(503, 'It took longer than is allowed here: ask for less at once.', { afterS: 30 });
    case 'too large':
      return problem(503, 'It took more memory than is allowed here: ask for less at once.', { afterS: 30 });
    case 'gone':
      // Nobody reads this.
      return problem(408, 'Whoever asked has gone.');
  }
}
