import { readdirSync, readFileSync } from 'node:fs';
import { connect } from 'node:net';
import { Validator } from '@seriousme/openapi-schema-validator';
import Ajv from 'ajv';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { catalogue } from '../../catalogue';
import { checkAnswer, jsonOf, levelsAnswer, planAnswer, planFor, standingOf, takeAnswer } from '../../core/answer';
import { mustAssess } from '../../core/assess';
import { takeReport } from '../../core/take';
import { bytesOf, readWav } from '../../core/wav';
import { demoDrawer, demoJobs, demoSetups } from '../../demo';
import { serve } from '../support/page';

// The interface over HTTP: the answers of the command, refusals that say where, and a server that nobody brings down.
let server: Awaited<ReturnType<typeof serve>>;
beforeAll(async () => {
  server = await serve([], { SYMPLEX_BURST: '400' });
});
afterAll(() => server.stop());

const post = (name: string, body: unknown, headers: Record<string, string> = {}) =>
  fetch(`${server.url}api/${name}`, {
    method: 'POST',
    headers: { 'content-type': 'application/json', ...headers },
    body: typeof body === 'string' ? body : JSON.stringify(body),
  });
const demo = (id: string) => demoSetups.find((s) => s.id === id)!;
const setup = demo('clay-call');
const job = demoJobs[0]!;

describe('it answers what core computes, byte for byte', () => {
  test('check, with its fixes and without', async () => {
    const ill = demo('kiln-first-try');
    const expected = checkAnswer(ill, mustAssess(ill, catalogue), standingOf(ill, demoDrawer, catalogue), catalogue);
    const answer = await post('check', { setup: ill, drawer: demoDrawer });
    expect(answer.headers.get('content-type')).toBe('application/json');
    expect(await answer.text()).toBe(`${jsonOf(expected, 2)}\n`);
    const bare = checkAnswer(ill, mustAssess(ill, catalogue), { causes: [], mends: [] }, catalogue);
    expect(await (await post('check', { setup: ill, fixes: false })).text()).toBe(`${jsonOf(bare, 2)}\n`);
  });
  test('plan and levels', async () => {
    const planned = await (await post('plan', { job, drawer: demoDrawer })).text();
    expect(planned).toBe(`${jsonOf(planAnswer(job, planFor(job, demoDrawer, catalogue, null)), 2)}\n`);
    expect(await (await post('levels', { setup })).text()).toBe(`${jsonOf(levelsAnswer(setup, catalogue), 2)}\n`);
  });
  test('a rendered recording streams back up, its progress comes down, and it is measured as here', async () => {
    const wav = await (await post('render', { setup: demo('kiln-rehearsed'), seconds: 4 })).arrayBuffer();
    const answer = await fetch(`${server.url}api/take`, {
      method: 'POST',
      headers: { 'content-type': 'audio/wav' },
      body: wav,
    });
    const lines = (await answer.text())
      .trim()
      .split('\n')
      .map((l) => JSON.parse(l));
    const shares = lines.slice(0, -1).map((l) => l.share);
    expect(shares.length).toBeGreaterThan(3);
    expect(shares).toEqual([...shares].sort((a, b) => a - b));
    const read = await readWav(bytesOf(new Uint8Array(wav)));
    const here = read.ok ? takeAnswer(await takeReport(read.value), null) : null;
    expect(lines.at(-1).take).toEqual(JSON.parse(JSON.stringify(here)));
    const noWav = await fetch(`${server.url}api/take`, {
      method: 'POST',
      headers: { 'content-type': 'audio/wav' },
      body: 'no sound',
    });
    expect(JSON.parse(await noWav.text()).problem.status).toBe(422);
  });
  test('what it tells of itself is valid OpenAPI, and each answer has the form that it tells', async () => {
    const told = await (await fetch(`${server.url}api/openapi.json`)).json();
    expect(await new Validator().validate(structuredClone(told))).toMatchObject({ valid: true });
    const ajv = new Ajv({ strict: false });
    ajv.addSchema(told, 'api');
    const bodies = {
      check: { setup, fixes: false },
      levels: { setup },
      plan: { job, drawer: demoDrawer },
      diagnose: { setup, noticed: ['listed, but no level'] },
      spice: { setup },
    };
    for (const [name, body] of Object.entries(bodies)) {
      const path = `api#/paths/~1api~1${name}/post`;
      expect([name, ajv.validate(`${path}/requestBody/content/application~1json/schema`, body), ajv.errors]).toEqual([
        name,
        true,
        null,
      ]);
      const answer = await (await post(name, body)).json();
      const form = `${path}/responses/200/content/application~1json/schema`;
      expect([name, ajv.validate(form, answer), ajv.errors]).toEqual([name, true, null]);
    }
    const routes = readdirSync('app/api', { recursive: true, encoding: 'utf8' })
      .filter((f) => f.endsWith('route.api.ts'))
      .map((f) => `/api/${f.replace('/route.api.ts', '').replace(/\[(\w+)\]/g, '{$1}')}`);
    const named = routes.flatMap((r) => (r === '/api/{asked}' ? Object.keys(bodies).map((n) => `/api/${n}`) : [r]));
    expect(Object.keys(told.paths)).toEqual(expect.arrayContaining(named));
    const schemas = await (await fetch(`${server.url}api/schemas`)).json();
    expect(schemas.setup).toEqual(JSON.parse(readFileSync('public/schemas/setup.schema.json', 'utf8')));
  });
  test('a document of an older form is read as a file is', async () => {
    const { setups } = JSON.parse(readFileSync('tests/older/version-1.bundle.json', 'utf8'));
    expect((await post('check', { setup: setups[0], fixes: false })).status).toBe(200);
  });
});

describe('what it refuses it says why, and where', () => {
  const told = async (answer: Response) => {
    expect(answer.headers.get('content-type')).toBe('application/problem+json');
    const { status, pointer, detail } = await answer.json();
    expect(status).toBe(answer.status);
    expect(detail.length).toBeGreaterThan(5);
    return [status, pointer];
  };
  test('faults in what was sent have a pointer to them', async () => {
    expect(await told(await post('check', '{"setup":'))).toEqual([422, '']);
    expect(await told(await post('check', {}))).toEqual([422, '']);
    expect(await told(await post('check', { setup, stray: 1 }))).toEqual([422, '']);
    expect(await told(await post('check', { setup: { ...setup, parts: [{}] } }))).toEqual([422, '/setup/parts/0']);
    expect(await told(await post('check', { setup: job }))).toEqual([422, '/setup/format']);
    expect(await told(await post('plan', { job, whyNot: 'no such thing' }))).toEqual([422, '/whyNot']);
    expect(await told(await post('kit', { jobs: [job, job] }))).toEqual([422, '/jobs/1/id']);
    expect(await told(await post('kit', { jobs: [job], atOnce: ['other'] }))).toEqual([422, '/atOnce/0']);
    expect(await told(await post('diagnose', { setup, noticed: ['xyzzy'] }))).toEqual([422, '/noticed']);
    expect(await told(await post('render', { setup, seconds: 1e9 }))).toEqual([422, '/seconds']);
  });
  test('another kind, another way, too much: 415, 404, 405, 413', async () => {
    expect(await told(await post('check', {}, { 'content-type': 'text/plain' }))).toEqual([415, undefined]);
    expect(await told(await post('nothing', {}))).toEqual([404, undefined]);
    expect((await fetch(`${server.url}api/check`)).status).toBe(405);
    expect(await told(await post('check', JSON.stringify({ setup, x: 'x'.repeat(5e6) })))).toEqual([413, undefined]);
    expect(await told(await post('take', {}))).toEqual([415, undefined]);
    expect(await told(await post('relay', 'what anybody could read'))).toEqual([422, '']);
    expect(await told(await post('relay/AAAAAAAAAAAA', ''))).toEqual([410, undefined]);
  });
});

describe('nobody brings it down', () => {
  const answers = async () => (await post('check', { setup, fixes: false })).status;

  test('who leaves in the middle is forgotten, and the thread is free again', async () => {
    const leaving = Array.from({ length: 6 }, () => {
      const gone = new AbortController();
      const asked = fetch(`${server.url}api/kit`, {
        method: 'POST',
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify({ jobs: demoJobs, drawer: demoDrawer }),
        signal: gone.signal,
      }).catch((e: Error) => e.name);
      return { gone, asked };
    });
    await expect
      .poll(async () => (await (await fetch(`${server.url}api/health`)).json()).waiting, { timeout: 60_000 })
      .toBeGreaterThan(0);
    for (const { gone } of leaving) gone.abort();
    expect(await Promise.all(leaving.map((l) => l.asked))).toEqual(Array(6).fill('AbortError'));
    expect(await answers()).toBe(200);
    await expect.poll(async () => (await (await fetch(`${server.url}api/health`)).json()).waiting).toBe(0);
  });
  test('more than the queue holds is told to come again, and what waits is answered', async () => {
    const over = new AbortController();
    const ill = JSON.stringify({ setup: demo('kiln-first-try') });
    const many = Array.from({ length: 60 }, () =>
      fetch(`${server.url}api/check`, {
        method: 'POST',
        headers: { 'content-type': 'application/json' },
        body: ill,
        signal: over.signal,
      }).then(async (a) => ({ status: a.status, after: a.headers.get('retry-after'), body: await a.text() })),
    );
    const first = (status: number) =>
      Promise.any(many.map(async (m) => ((await m).status === status ? m : Promise.reject(new Error('another')))));
    expect((await first(503)).after).toBe('2');
    expect(JSON.parse((await first(200)).body).verdicts.length).toBe(8);
    over.abort();
    await Promise.allSettled(many);
    expect(await answers()).toBe(200);
  });
  test('a sender that stalls holds nobody up', async () => {
    const stalled = connect(Number(new URL(server.url).port), '127.0.0.1');
    stalled.write(
      `POST /api/check HTTP/1.1\r\nHost: localhost\r\nContent-Type: application/json\r\nContent-Length: 5000\r\n\r\n{"setup"`,
    );
    let said = '';
    stalled.on('data', (d: Buffer) => {
      said += String(d);
    });
    expect(await answers()).toBe(200);
    await expect.poll(() => said, { timeout: 60_000 }).toMatch(/^HTTP\/1\.1 408/);
    stalled.destroy();
  });
  test('who asks too often is told when to ask again', async () => {
    const few = await serve([], { SYMPLEX_BURST: '3', SYMPLEX_RATE: '0.01' });
    try {
      // Nobody can say of themselves that they are another.
      const check = async () =>
        (
          await fetch(`${few.url}api/spice`, {
            method: 'POST',
            headers: { 'content-type': 'application/json', 'x-symplex-address': String(Math.random()) },
            body: JSON.stringify({ setup }),
          })
        ).status;
      expect([await check(), await check(), await check(), await check()]).toEqual([200, 200, 200, 429]);
    } finally {
      few.stop();
    }
  });
});
