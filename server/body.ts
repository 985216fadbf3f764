import { problem } from './problem';

/** Longest wait for the next piece of a body: a sender that stalls holds nobody up. */
const STALLED_MS = 15_000;

/** The pieces of a body as they come. @throws `Stalled` when none comes for long */
export async function* pieces(request: Request, stalledMs = STALLED_MS): AsyncGenerator<Uint8Array> {
  const reader = request.body?.getReader();
  if (!reader) return;
  try {
    for (;;) {
      let timer: NodeJS.Timeout | undefined;
      const late = new Promise<never>((_, reject) => {
        timer = setTimeout(() => reject(new Stalled()), stalledMs);
      });
      const { done, value } = await Promise.race([reader.read(), late]).finally(() => clearTimeout(timer));
      if (done) return;
      yield value;
    }
  } finally {
    reader.cancel().catch(() => undefined);
  }
}

export class Stalled extends Error {}

/** The text of a body, or the refusal of it. */
export async function textOf(request: Request, mostBytes: number): Promise<string | Response> {
  const told = Number(request.headers.get('content-length') ?? 0);
  const tooLarge = () => problem(413, `At most ${mostBytes / 1e6} MB are taken here.`);
  if (told > mostBytes) return tooLarge();
  const parts: Uint8Array[] = [];
  let size = 0;
  try {
    for await (const piece of pieces(request)) {
      size += piece.length;
      if (size > mostBytes) return tooLarge();
      parts.push(piece);
    }
    return new TextDecoder('utf-8', { fatal: true }).decode(Buffer.concat(parts));
  } catch (e) {
    if (e instanceof Stalled) return problem(408, 'Nothing more of the request came for 15 seconds.');
    if (e instanceof TypeError) return problem(400, 'The text is not UTF-8, or the connection broke.');
    throw e;
  }
}
