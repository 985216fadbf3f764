import { randomBytes } from 'node:crypto';
import { refusedForRate } from './answer';
import { pieces, Stalled } from './body';
import { problem } from './problem';

/** All that waits here together, and each parcel by itself. */
const MOST_BYTES = 256e6;
const KEPT_MS = 10 * 60_000;
/** The first bytes of what the page sealed: anything else is no parcel of ours. */
const SEALED = 'SYMPLEX-SEALED-1';

interface Parcel {
  readonly pieces: readonly Uint8Array[];
  readonly bytes: number;
  readonly timer: NodeJS.Timeout;
}
const here = globalThis as typeof globalThis & { symplexRelay?: Map<string, Parcel> };
const parcels = (): Map<string, Parcel> => {
  here.symplexRelay ??= new Map();
  return here.symplexRelay;
};

/** Keep a sealed parcel in memory for ten minutes. @returns the code under which it is taken, once */
export async function leaveParcel(request: Request): Promise<Response> {
  const refused = refusedForRate(request);
  if (refused) return refused;
  const waiting = [...parcels().values()].reduce((sum, p) => sum + p.bytes, 0);
  const room = MOST_BYTES - waiting;
  const told = Number(request.headers.get('content-length') ?? 0);
  const tooLarge = () =>
    problem(
      413,
      waiting > 0
        ? 'Other parcels are waiting and there is no room beside them: try again in ten minutes.'
        : `At most ${MOST_BYTES / 1e6} MB are relayed.`,
    );
  if (told > room) return tooLarge();
  const kept: Uint8Array[] = [];
  let bytes = 0;
  try {
    for await (const piece of pieces(request)) {
      bytes += piece.length;
      if (bytes > room) return tooLarge();
      kept.push(piece);
    }
  } catch (e) {
    if (e instanceof Stalled) return problem(408, 'Nothing more of the parcel came for 15 seconds.');
    throw e;
  }
  if (Buffer.concat(kept).subarray(0, SEALED.length).toString('latin1') !== SEALED)
    return problem(422, 'This is no sealed parcel: the page seals it before it is sent.', { pointer: '' });
  const code = randomBytes(9).toString('base64url');
  const timer = setTimeout(() => parcels().delete(code), KEPT_MS);
  timer.unref();
  parcels().set(code, { pieces: kept, bytes, timer });
  return Response.json(
    { code, seconds: KEPT_MS / 1000 },
    { status: 201, headers: { 'Cache-Control': 'no-store', Location: `/api/relay/${code}` } },
  );
}

/** Hand a parcel out and forget it. */
export function takeParcel(code: string, request: Request): Response {
  const refused = refusedForRate(request);
  if (refused) return refused;
  const parcel = parcels().get(code);
  if (!parcel) return problem(410, 'Nothing waits under this code: it was taken, or its ten minutes are over.');
  parcels().delete(code);
  clearTimeout(parcel.timer);
  return new Response(new Blob(parcel.pieces as Uint8Array<ArrayBuffer>[]), {
    headers: { 'Content-Type': 'application/octet-stream', 'Cache-Control': 'no-store' },
  });
}
