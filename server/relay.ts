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
interface Relay {
  readonly parcels: Map<string, Parcel>;
  /** Of all that waits, and of what is still coming. */
  bytes: number;
}
const here = globalThis as typeof globalThis & { symplexRelay?: Relay };
function relay(): Relay {
  here.symplexRelay ??= { parcels: new Map(), bytes: 0 };
  return here.symplexRelay;
}

/** Keep a sealed parcel in memory for ten minutes. @returns the code under which it is taken, once */
export async function leaveParcel(request: Request): Promise<Response> {
  const refused = refusedForRate(request);
  if (refused) return refused;
  const kept: Uint8Array[] = [];
  let bytes = 0;
  const giveBack = () => {
    relay().bytes -= bytes;
  };
  const told = Number(request.headers.get('content-length') ?? 0);
  if (relay().bytes + told > MOST_BYTES) return tooLarge();
  try {
    for await (const piece of pieces(request)) {
      kept.push(piece);
      bytes += piece.length;
      // Counted as it comes: of many that come at once none takes the room of another.
      relay().bytes += piece.length;
      if (relay().bytes <= MOST_BYTES) continue;
      giveBack();
      return tooLarge();
    }
  } catch (e) {
    giveBack();
    if (e instanceof Stalled) return problem(408, 'Nothing more of the parcel came for 15 seconds.');
    throw e;
  }
  if (!isSealed(kept)) {
    giveBack();
    return problem(422, 'This is no sealed parcel: the page seals it before it is sent.', { pointer: '' });
  }
  const code = randomBytes(9).toString('base64url');
  const timer = setTimeout(() => forget(code), KEPT_MS);
  timer.unref();
  relay().parcels.set(code, { pieces: kept, bytes, timer });
  return Response.json(
    { code, seconds: KEPT_MS / 1000 },
    { status: 201, headers: { 'Cache-Control': 'no-store', Location: `/api/relay/${code}` } },
  );
}

const tooLarge = (): Response =>
  problem(
    413,
    relay().bytes > 0
      ? 'Other parcels are waiting and there is no room beside them: try again in ten minutes.'
      : `At most ${MOST_BYTES / 1e6} MB are relayed.`,
  );

/** Looks at the first bytes alone. */
function isSealed(kept: readonly Uint8Array[]): boolean {
  let first = '';
  for (const piece of kept) {
    first += Buffer.from(piece.subarray(0, SEALED.length - first.length)).toString('latin1');
    if (first.length >= SEALED.length) break;
  }
  return first === SEALED;
}

function forget(code: string): Parcel | null {
  const parcel = relay().parcels.get(code);
  if (!parcel) return null;
  relay().parcels.delete(code);
  relay().bytes -= parcel.bytes;
  clearTimeout(parcel.timer);
  return parcel;
}

/** Hand a parcel out and forget it. */
export function takeParcel(code: string, request: Request): Response {
  const refused = refusedForRate(request);
  if (refused) return refused;
  const parcel = forget(code);
  if (!parcel) return problem(410, 'Nothing waits under this code: it was taken, or its ten minutes are over.');
  return new Response(new Blob(parcel.pieces as Uint8Array<ArrayBuffer>[]), {
    headers: { 'Content-Type': 'application/octet-stream', 'Cache-Control': 'no-store' },
  });
}
