import { mkdtempSync, readFileSync, rmSync, statSync } from 'node:fs';
import { get as ask } from 'node:https';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, expect, test } from 'vitest';
import { openBrowser, serve } from '../support/page';
import { Walk } from '../support/walk';

// Served to the local network: over TLS, under this machine's names and no others.
const home = mkdtempSync(join(tmpdir(), 'symplex-home-'));
afterAll(() => rmSync(home, { recursive: true, force: true }));
const start = () => serve(['--lan', '--name', 'desk.example'], { SYMPLEX_HOME: home });
const certificate = () => readFileSync(join(home, 'tls/cert.pem'), 'utf8');

test('its own certificate holds for its names, is kept for the next start, and its key for nobody else', async () => {
  const first = await start();
  const { port } = new URL(first.url);
  /** With nobody vouching but the certificate itself: what a person accepts on the phone. */
  const answerAs = (host: string) =>
    new Promise<number | string>((done) => {
      const options = { host: '127.0.0.1', port, path: '/api/health', servername: host, ca: certificate() };
      ask({ ...options, headers: { host: `${host}:${port}` } }, (a) => done(a.resume().statusCode ?? 0)).on(
        'error',
        (e: NodeJS.ErrnoException) => done(e.code ?? e.message),
      );
    });
  try {
    expect(first.url).toMatch(/^https:/);
    expect(await answerAs('localhost')).toBe(200);
    expect(await answerAs('desk.example')).toBe(200);
    // Another name: the certificate is not made out to it.
    expect(await answerAs('elsewhere.example')).toBe('ERR_TLS_CERT_ALTNAME_INVALID');
    expect(statSync(join(home, 'tls/key.pem')).mode & 0o077).toBe(0);
  } finally {
    first.stop();
  }
  const before = certificate();
  const second = await start();
  second.stop();
  expect(certificate()).toBe(before);
});

test('by that name a browser gives the page camera and microphone, and the page knows where a phone finds it', async () => {
  const server = await start();
  const { port } = new URL(server.url);
  const { driver, downloads, close } = await openBrowser(undefined, [
    '--host-resolver-rules=MAP desk.example 127.0.0.1',
    '--ignore-certificate-errors',
  ]);
  try {
    const walk = new Walk(driver, `https://desk.example:${port}/`, downloads);
    await walk.open('hand/?setup=clay-call');
    await walk.sees(/Point its camera at the code and open the link/);
    expect(await driver.executeScript('return window.isSecureContext && navigator.mediaDevices !== undefined')).toBe(
      true,
    );
  } finally {
    await close();
    server.stop();
  }
});
