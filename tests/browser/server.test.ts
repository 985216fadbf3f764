import { spawn, spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { once } from 'node:events';
import { cpSync, existsSync, mkdirSync, mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { get as ask, type IncomingMessage } from 'node:http';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { gunzipSync } from 'node:zlib';
import { afterAll, afterEach, beforeAll, beforeEach, describe, expect, test } from 'vitest';
import { itemAt } from '../../core/algorithms';
import { serve } from '../support/page';

let server: Awaited<ReturnType<typeof serve>>;
beforeAll(async () => {
  server = await serve();
});
afterAll(() => server.stop());

const file = () => `${server.url}schemas/setup.schema.json`;
const get = (range: string) => fetch(file(), { headers: { range } });

test('a bad range is 416, one that may be ignored brings the whole file, and the server goes on', async () => {
  const whole = await (await fetch(file())).text();
  for (const range of ['bytes=5-2', 'bytes=a-b', 'bytes=', 'bytes=--', 'bytes=1-2,x', 'bytes=0x1-2'])
    expect([range, (await get(range)).status]).toEqual([range, 416]);
  for (const range of ['bytes=-5', 'bytes=0-1,4-5', 'lines=1-2', 'x']) {
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
  for (const path of ['no-such-page', '%2e%2e/package.json', '..%2f..%2fpackage.json', 'line/%41'])
    expect([path, (await fetch(server.url + path)).status]).toEqual([path, 404]);
  for (const path of ['%00', '%', 'line/%ff'])
    expect([path, [400, 404]]).toEqual([path, expect.arrayContaining([(await fetch(server.url + path)).status])]);
  expect((await fetch(server.url)).status).toBe(200);
  for (const [option, said] of [
    [['--prot', '8080'], "Unknown option '--prot'"],
    [['--port', 'x'], '--port takes a number'],
    [['--cert', 'x'], '--cert and --key go together'],
  ] as const) {
    const wrong = spawnSync(process.execPath, ['build/serve.mjs', ...option], { encoding: 'utf8' });
    expect([wrong.status, wrong.stderr]).toEqual([2, expect.stringContaining(said)]);
  }
});

test('to another name it does not answer, nor to a page of another place', async () => {
  const named = (host: string, origin?: string) =>
    new Promise<number | undefined>((done) => {
      const headers = { host, ...(origin ? { origin } : {}) };
      ask(`${server.url}api/health`, { headers }, (answer) => done(answer.resume().statusCode));
    });
  const { port } = new URL(server.url);
  expect(await named(`localhost:${port}`)).toBe(200);
  expect(await named(`127.0.0.1:${port}`)).toBe(200);
  for (const host of ['elsewhere.example', `localhost.elsewhere.example:${port}`, '192.0.2.1']) {
    const status = await named(host);
    expect([host, status === 403 || status === 400]).toEqual([host, true]);
  }
  expect(await named(`localhost:${port}`, `http://localhost:${port}`)).toBe(200);
  expect(await named(`localhost:${port}`, 'http://elsewhere.example')).toBe(403);
});

test('a place that was named may ask the interface over HTTP, and no other', async () => {
  const open = await serve(['--allow-origin', 'https://desk.example']);
  try {
    const from = (origin: string, method = 'GET') => fetch(`${open.url}api/health`, { method, headers: { origin } });
    const answer = await from('https://desk.example');
    expect([answer.status, answer.headers.get('access-control-allow-origin')]).toEqual([200, 'https://desk.example']);
    const before = await from('https://desk.example', 'OPTIONS');
    expect([before.status, before.headers.get('access-control-allow-headers')]).toEqual([204, 'Content-Type']);
    for (const other of ['https://desk.example.org', 'http://desk.example']) {
      const refused = await from(other);
      expect([refused.status, refused.headers.get('access-control-allow-origin')]).toEqual([403, null]);
    }
  } finally {
    open.stop();
  }
  const wrong = spawnSync(process.execPath, ['build/serve.mjs', '--allow-origin', '*'], { encoding: 'utf8' });
  expect([wrong.status, wrong.stderr]).toEqual([2, expect.stringContaining('--allow-origin takes a place')]);
});

test('each page has the strict policy, and no inline script that it does not name', async () => {
  for (const room of ['', 'line/', 'hand/', 'no-such-page']) {
    const answer = await fetch(server.url + room);
    const policy = answer.headers.get('content-security-policy')!;
    expect(policy).toContain("default-src 'none'");
    expect(policy).not.toMatch(/script-src[^;]*('unsafe-inline'|'unsafe-eval'|\*|https?:)/);
    const scripts = [...(await answer.text()).matchAll(/<script([^>]*)>([\s\S]*?)<\/script>/g)];
    const inline = scripts.filter(([, attributes = '', body]) => !attributes.includes('src=') && body !== '');
    expect(inline.length).toBeGreaterThan(0);
    for (const [, , body = ''] of inline)
      expect(policy).toContain(`'sha256-${createHash('sha256').update(body).digest('base64')}'`);
    // An update must be seen: no cache on the way may answer in its place.
    expect([room, answer.headers.get('cache-control')]).toEqual([room, 'no-cache']);
  }
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
  const rooms = [
    '',
    'line/',
    'levels/',
    'power/',
    'device/',
    'check/',
    'drawer/',
    'files/',
    'kit/',
    'compare/',
    'hand/',
  ];
  const pages = await Promise.all(rooms.map(async (r) => (await fetch(server.url + r)).text()));
  const titles = pages.map((p) => /<title>([^<]*)/.exec(p)?.[1]);
  expect(new Set(titles).size).toBe(rooms.length);
  expect(titles.every((t) => t?.endsWith(' · Symplex'))).toBe(true);
});

describe('starting', () => {
  let folder: string;
  beforeEach(() => {
    folder = mkdtempSync(join(tmpdir(), 'symplex-start-'));
    cpSync('scripts', join(folder, 'scripts'), { recursive: true });
  });
  afterEach(() => rmSync(folder, { recursive: true, force: true }));

  test('what is built anew, or vanishes, cuts no page of a server that runs; it leaves nothing behind', async () => {
    const temporary = join(folder, 'temporary');
    mkdirSync(temporary);
    cpSync('build', join(folder, 'build'), { recursive: true });
    const child = spawn(process.execPath, [join(folder, 'build/serve.mjs'), '--port', '0'], {
      env: { ...process.env, TMPDIR: temporary },
    });
    try {
      let said = '';
      child.stdout.on('data', (d: Buffer) => {
        said += String(d);
      });
      const told = () => /http:\/\/localhost:\d+\//.exec(said)?.[0];
      const url = await expect
        .poll(told, { timeout: 60_000 })
        .toBeDefined()
        .then(() => told()!);
      // Removing takes long on a slow machine, and a server ends what idles: no connection is used twice.
      const page = async () => (await fetch(`${url}line/`, { headers: { connection: 'close' } })).text();
      const before = await page();
      rmSync(join(folder, 'build'), { recursive: true });
      expect(await page()).toBe(before);
      const copy = itemAt(readdirSync(temporary), 0);
      rmSync(join(temporary, copy, 'files/manifest.webmanifest'));
      expect((await fetch(`${url}manifest.webmanifest`)).status).toBe(404);
      expect((await fetch(url)).status).toBe(200);
    } finally {
      const ended = once(child, 'exit');
      child.kill();
      await ended;
    }
    expect(readdirSync(temporary)).toEqual([]);
  });

  test('of two starts at once on a fresh folder one builds and the other waits; a lock that was left behind holds nobody up', async () => {
    for (const f of ['package-lock.json', 'next.config.ts', 'postcss.config.mjs', 'tsconfig.json'])
      writeFileSync(join(folder, f), '');
    for (const d of [
      'app',
      'ui',
      'core',
      'catalogue',
      'demo',
      'store',
      'workers',
      'server',
      'public',
      'bin',
      '.cache/starting',
    ])
      mkdirSync(join(folder, d), { recursive: true });
    // Of a start that was killed: no process has this number any more.
    const gone = spawnSync(process.execPath, ['-e', '']).pid;
    writeFileSync(join(folder, '.cache/starting/pid'), String(gone));
    writeFileSync(
      join(folder, 'bin/npm'),
      '#!/bin/sh\necho built >> built.log\nsleep 0.5\nmkdir -p build\necho server > build/serve.mjs\n',
      { mode: 0o755 },
    );
    const start = async () => {
      const child = spawn('bash', [join(folder, 'scripts/build-if-changed.sh')], {
        env: { ...process.env, PATH: `${join(folder, 'bin')}:${process.env['PATH']}` },
      });
      return (await once(child, 'exit'))[0];
    };
    expect(await Promise.all([start(), start()])).toEqual([0, 0]);
    expect(readFileSync(join(folder, 'built.log'), 'utf8')).toBe('built\n');
    expect(existsSync(join(folder, '.cache/starting'))).toBe(false);
  });
});
