import { mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, expect, test } from 'vitest';
import { openBrowser, serve } from '../support/page';
import { PATIENCE_MS, Walk } from '../support/walk';

// What was opened once opens and computes without a server, also in a browser that was closed in between.
let server: Awaited<ReturnType<typeof serve>>;
const profile = mkdtempSync(join(tmpdir(), 'symplex-offline-'));
beforeAll(async () => {
  server = await serve();
});
afterAll(() => {
  server.stop();
  rmSync(profile, { recursive: true, force: true });
});

/** Rooms, and what only stands there once it was computed. */
const ROUTES: readonly (readonly [string, RegExp])[] = [
  ['line/?setup=kiln-first-try', /\d of 8 fail/],
  ['levels/?setup=kiln-rehearsed', /dBFS/],
  ['power/?setup=kiln-rehearsed', /\d h/],
  ['call/?setup=glaze-callers', /hears?/],
  ['device/?setup=kiln-rehearsed', /./],
  ['check/', /Open takes/],
  ['kit/', /./],
  ['drawer/', /Add a part/],
  ['compare/', /./],
  ['mend/', /./],
  ['log/', /./],
  ['practice/', /./],
  ['files/', /Save everything/],
  ['settings/', /Wall outlets give/],
  ['run/?setup=kiln-rehearsed', /ticked/],
  ['hand/?setup=kiln-rehearsed', /./],
  ['', /./],
];

test('every route opens and computes with the server stopped, after a restart of the browser', async () => {
  const first = await openBrowser(undefined, [], profile);
  try {
    const walk = new Walk(first.driver, server.url, first.downloads);
    await walk.open('');
    await walk.sees(/Job/);
    await first.driver.wait(
      () => first.driver.executeScript('return navigator.serviceWorker.controller !== null'),
      PATIENCE_MS,
      'no service worker took the page over',
    );
    // What Chromium asks of an app before it offers to install it.
    const manifest = await (await fetch(`${server.url}manifest.webmanifest`)).json();
    expect(manifest).toMatchObject({ name: 'Symplex', start_url: '/', display: 'standalone' });
    const sizes = manifest.icons.map((i: { sizes: string }) => i.sizes);
    expect(sizes).toEqual(expect.arrayContaining(['192x192', '512x512']));
    for (const { src } of manifest.icons) expect((await fetch(server.url + src.slice(1))).status).toBe(200);
  } finally {
    await first.close();
  }
  server.stop();
  await expect
    .poll(
      () =>
        fetch(server.url).then(
          () => 'there',
          () => 'gone',
        ),
      { timeout: PATIENCE_MS },
    )
    .toBe('gone');
  const again = await openBrowser(undefined, [], profile);
  try {
    const walk = new Walk(again.driver, server.url, again.downloads);
    for (const [route, words] of ROUTES) {
      await walk.open(route);
      await walk.sees(words, 'main');
    }
    // As a system's share sheet hands a file to the installed app; a page that is still waking up would take it for itself.
    await walk.open('drawer/');
    await walk.sees(/Add a part/, 'main');
    const shared = readFileSync('tests/older/version-1.bundle.json', 'utf8');
    await again.driver.executeAsyncScript(
      `const [text, done] = arguments;
       const form = new FormData();
       form.append('files', new File([text], 'from a friend.json', { type: 'application/json' }));
       fetch('/files/shared/', { method: 'POST', body: form }).then((r) => done(r.redirected));`,
      shared,
    );
    await walk.open('files/?shared');
    await walk.sees(/from a friend\.json is in:/, 'main');
    // By the rooms' own links too, which ask the server for less than a page.
    await walk.press(/^Check$/, 'nav a');
    await walk.sees(/./, 'main');
    await walk.arrives(/\/check\//);
  } finally {
    await again.close();
  }
});

test('a new version waits until it is wanted: a draft stays, and what was kept is there afterwards', async () => {
  const temporary = mkdtempSync(join(tmpdir(), 'symplex-serving-'));
  const own = await serve([], { TMPDIR: temporary });
  const { driver, downloads, close } = await openBrowser();
  try {
    const walk = new Walk(driver, own.url, downloads);
    await walk.open('log/');
    await driver.wait(
      () => driver.executeScript('return navigator.serviceWorker.controller !== null'),
      PATIENCE_MS,
      'no service worker took the page over',
    );
    const draft = await walk.find('input, textarea', /^What to remember$/);
    await draft.sendKeys('half a thought');
    // What is served from now on is another version.
    const worker = join(temporary, readdirSync(temporary)[0]!, 'files/sw.js');
    for (const file of ['', '.br', '.gz']) rmSync(worker + file, { force: true });
    writeFileSync(worker, `${readFileSync('build/files/sw.js', 'utf8')}\n// another\n`);
    await driver.executeScript('navigator.serviceWorker.getRegistration().then((r) => r.update())');
    await walk.sees(/A new version is there/);
    expect(await draft.getAttribute('value')).toBe('half a thought');
    await driver.executeScript('window.before = true');
    await walk.press(/^Use it$/);
    await driver.wait(() => driver.executeScript('return window.before === undefined'), PATIENCE_MS, 'not opened anew');
    await walk.sees(/Log/, 'h1');
  } finally {
    await close();
    own.stop();
    rmSync(temporary, { recursive: true, force: true });
  }
});
