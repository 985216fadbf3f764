import { spawnSync } from 'node:child_process';
import { get as ask, type IncomingMessage } from 'node:http';
import { gunzipSync } from 'node:zlib';
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

test('what is no reading is refused, what is not there is 404, an unknown option is an error', async () => {
  for (const method of ['POST', 'PUT', 'DELETE', 'OPTIONS'])
    expect([method, (await fetch(server.url, { method })).status]).toEqual([method, 405]);
  expect((await fetch(server.url, { method: 'HEAD' })).status).toBe(200);
  for (const path of ['no-such-page', '%2e%2e/package.json', '..%2f..%2fpackage.json', '%00', '%', 'line/%ff'])
    expect([path, (await fetch(server.url + path)).status]).toEqual([path, 404]);
  expect((await fetch(server.url)).status).toBe(200);
  const wrong = spawnSync(process.execPath, ['scripts/serve.mjs', '--prot', '8080'], { encoding: 'utf8' });
  expect([wrong.status, wrong.stderr]).toEqual([2, expect.stringContaining("Unknown option '--prot'")]);
});

test('pages come compressed to who can read that, and whole to who cannot', async () => {
  const whole = await (await fetch(server.url, { headers: { 'accept-encoding': 'identity' } })).text();
  const answer = await new Promise<IncomingMessage>((done) =>
    ask(server.url, { headers: { 'accept-encoding': 'gzip' } }, done),
  );
  const chunks: Buffer[] = [];
  for await (const c of answer) chunks.push(c);
  expect(answer.headers['content-encoding']).toBe('gzip');
  expect(gunzipSync(Buffer.concat(chunks)).toString()).toBe(whole);
  expect(Buffer.concat(chunks).length).toBeLessThan(whole.length / 2);
});

test('each page has a title of its own', async () => {
  const rooms = ['', 'line/', 'levels/', 'power/', 'device/', 'check/', 'drawer/', 'files/', 'kit/', 'compare/'];
  const pages = await Promise.all(rooms.map(async (r) => (await fetch(server.url + r)).text()));
  const titles = pages.map((p) => /<title>([^<]*)/.exec(p)?.[1]);
  expect(new Set(titles).size).toBe(rooms.length);
  expect(titles.every((t) => t?.endsWith(' · Symplex'))).toBe(true);
});
