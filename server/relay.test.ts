import { afterEach, beforeEach, describe, expect, test, vi } from 'vitest';
import { leaveParcel, takeParcel } from './relay';

const SEALED = 'SYMPLEX-SEALED-1';
const at = 'http://localhost/api/relay';
const leave = (body: BodyInit) => leaveParcel(new Request(at, { method: 'POST', body }));
const codeOf = async (answer: Response) => ((await answer.json()) as { code: string }).code;
const take = (code: string) => takeParcel(code, new Request(at, { method: 'POST' }));

beforeEach(() => {
  vi.useFakeTimers({ toFake: ['setTimeout', 'clearTimeout', 'Date'] });
});
afterEach(() => {
  vi.useRealTimers();
});

describe('the relay', () => {
  test('gives back the very bytes, once', async () => {
    const bytes = new Uint8Array(100_000).map((_, i) => i * 7);
    const code = await codeOf(await leave(new Blob([SEALED, bytes])));
    const taken = take(code);
    expect(new Uint8Array(await taken.arrayBuffer())).toEqual(
      new Uint8Array([...new TextEncoder().encode(SEALED), ...bytes]),
    );
    expect(take(code).status).toBe(410);
  });

  test('forgets it after ten minutes', async () => {
    const code = await codeOf(await leave(`${SEALED} early`));
    const other = await codeOf(await leave(`${SEALED} late`));
    vi.advanceTimersByTime(9.9 * 60_000);
    expect(take(other).status).toBe(200);
    vi.advanceTimersByTime(0.2 * 60_000);
    expect(take(code).status).toBe(410);
  });

  test('takes nothing that anybody could read, and no more than it has room for', async () => {
    expect((await leave('{"format":"symplex.setup"}')).status).toBe(422);
    expect((await leave('SYMPLEX')).status).toBe(422);
    const large = new Blob([SEALED, new Uint8Array(150e6)]);
    const first = await leave(large);
    expect(first.status).toBe(201);
    // Two of that size are more than there is room for; what was refused takes none.
    expect((await leave(large)).status).toBe(413);
    expect(take(await codeOf(first)).status).toBe(200);
    const again = await leave(large);
    expect(again.status).toBe(201);
    take(await codeOf(again));
  });
});
