import { afterAll, beforeAll, expect, test } from 'vitest';
import { serve } from '../support/page';

let server: Awaited<ReturnType<typeof serve>>;
beforeAll(async () => {
  server = await serve();
});
afterAll(() => server.stop());

const get = (range: string) => fetch(server.url, { headers: { range } });

test('an odd range is answered with the whole page, and the server goes on', async () => {
  const whole = await (await fetch(server.url)).text();
  for (const range of ['bytes=5-2', 'bytes=-5', 'bytes=a-b', 'bytes=0-1,4-5', 'lines=1-2', 'bytes=', 'bytes=--', 'x']) {
    const answer = await get(range);
    expect([range, answer.status]).toEqual([range, 200]);
    expect(await answer.text()).toBe(whole);
  }
  const part = await get('bytes=2-9');
  expect([part.status, await part.text()]).toEqual([206, whole.slice(2, 10)]);
  expect((await get('bytes=99999999-')).status).toBe(416);
  expect((await fetch(server.url)).status).toBe(200);
});
