import { opened, sealed } from './sealed';

/** What an address says of a parcel that waits at the server: under which code, and what opens it. */
export interface Waiting {
  readonly code: string;
  readonly key: string;
}

export const waitingFragment = ({ code, key }: Waiting): string => `r.${code}.${key}`;

export function waitingIn(address: string): Waiting | null {
  const found = /#r\.([\w-]{12})\.([\w-]{43})$/.exec(address);
  return found ? { code: found[1]!, key: found[2]! } : null;
}

type Left = { readonly ok: true; readonly waiting: Waiting } | { readonly ok: false; readonly why: string };

/** Seal it here and leave it with the server that this page came from, for ten minutes. */
export async function leave(content: Blob): Promise<Left> {
  const { parcel, key } = await sealed(content);
  try {
    const answer = await fetch('/api/relay', { method: 'POST', body: parcel });
    const told = (await answer.json()) as { readonly code?: string; readonly detail?: string };
    if (!answer.ok || told.code === undefined)
      return { ok: false, why: told.detail ?? `The server says ${answer.status}.` };
    return { ok: true, waiting: { code: told.code, key } };
  } catch {
    return { ok: false, why: 'No server answers: this way needs the one that the page came from.' };
  }
}

type Fetched = { readonly ok: true; readonly content: Blob } | { readonly ok: false; readonly why: string };

/** Take a parcel from the server, where it is gone then, and open it here. */
export async function collect({ code, key }: Waiting): Promise<Fetched> {
  let answer: Response;
  try {
    answer = await fetch(`/api/relay/${code}`, { method: 'POST' });
  } catch {
    return { ok: false, why: 'No server answers: this way needs the one that the page came from.' };
  }
  if (!answer.ok) {
    const told = (await answer.json().catch(() => ({}))) as { readonly detail?: string };
    return { ok: false, why: told.detail ?? `The server says ${answer.status}.` };
  }
  const content = await opened(await answer.arrayBuffer(), key);
  return content
    ? { ok: true, content }
    : { ok: false, why: 'The key in this address does not open what was sent. It is gone now: have it sent again.' };
}
