import { createHash } from 'node:crypto';
import { beforeAll, expect, test } from 'vitest';
import { PATIENCE_MS, type Walk, walkForTests } from '../support/walk';

// What must hold when something or somebody goes wrong.
const held = walkForTests();
let walk: Walk;
beforeAll(async () => {
  walk = held.walk;
});

test('every page comes with a policy that allows its own inline scripts by hash and nothing else', async () => {
  for (const path of ['', 'line/', 'drawer/', 'files/', 'no-such-page/']) {
    const response = await fetch(walk.url + path);
    const policy = response.headers.get('content-security-policy')!;
    const scripts = /script-src ([^;]*)/.exec(policy)![1];
    // WebAssembly may be compiled: the kit's solver is; text may not be run.
    expect(scripts).not.toMatch(/'unsafe|https?:|\*/);
    expect(policy).toMatch(/default-src 'none'.*connect-src 'self'.*base-uri 'none'.*frame-ancestors 'none'/);
    expect(response.headers.get('x-content-type-options')).toBe('nosniff');
    const inline = [...(await response.text()).matchAll(/<script(?![^>]*\ssrc=)[^>]*>([\s\S]+?)<\/script>/g)];
    expect(inline.length).toBeGreaterThan(0);
    for (const [, body] of inline) {
      expect(scripts).toContain(`'sha256-${createHash('sha256').update(body).digest('base64')}'`);
    }
  }
});

test('a script slipped into the page does not run, and nothing can be sent elsewhere', async () => {
  await walk.open('');
  await walk.sees(/pass(es)? all gates/);
  const [ran, sent] = (await walk.driver.executeAsyncScript(`
    const done = arguments[arguments.length - 1];
    const script = document.createElement('script');
    script.textContent = 'window.slipped = true';
    document.body.append(script);
    fetch('http://127.0.0.1:9/').then(() => 'sent', (e) => 'refused').then((sent) => done([window.slipped === true, sent]));`)) as [
    boolean,
    string,
  ];
  expect(ran).toBe(false);
  expect(sent).toBe('refused');
  expect((await walk.complaints()).join()).toMatch(/Content Security Policy/);
});

/** A setup no version of ours would write, put there behind our back. */
const spoil = (name: string) =>
  walk.driver.executeAsyncScript(`
    const done = arguments[arguments.length - 1];
    const open = indexedDB.open('symplex');
    open.onsuccess = () => {
      const tx = open.result.transaction('setups', 'readwrite');
      tx.objectStore('setups').put({ id: 'spoilt', name: ${name}, format: 'symplex.setup', version: 1, job: null });
      tx.oncomplete = () => { open.result.close(); done(); };
    };`);

test('a browser that may not listen says so, and how to change it; the rest of the page goes on', async () => {
  await walk.open('check/');
  await walk.press(/^Live input$/, '[role=tab]');
  await walk.press(/^Listen$/);
  await walk.sees(
    /(was not allowed to listen\. Allow the microphone|finds no input\. Plug the chain in)/,
    '[role=alert]',
  );
  await walk.press(/^Takes$/, '[role=tab]');
  await walk.sees(/Open takes/);
});

test('a setup that makes no sense is set aside with its fault: the rest works, is saved, and it can be taken away', async () => {
  await walk.open('files/');
  await walk.sees(/glaze-talk/);
  for (const name of ['"Spoilt"', '{ "not": "a name" }']) {
    await spoil(name);
    for (const room of [
      '',
      'line/',
      'levels/',
      'power/',
      'device/',
      'check/',
      'drawer/',
      'compare/',
      'kit/',
      'files/',
    ]) {
      await walk.open(room);
      await walk.driver.wait(async () => (await walk.texts('h1'))[0] !== '', PATIENCE_MS);
      expect((await walk.texts('main')).join()).not.toMatch(/This screen broke/);
    }
    await walk.sees(/(Spoilt|spoilt): at (the top|\/name)/, '[aria-label="Set aside"]');
    await walk.open('line/?setup=spoilt');
    await walk.sees(/This setup cannot be read here/, 'h1');
    await walk.sees(/is set aside: at (the top|\/name)/, '[role=alert]');
  }
  await walk.open('line/?setup=nobody');
  await walk.sees(/There is no setup "nobody" here/, 'h1');
  await walk.open('files/');
  await walk.press(/^Save as it is$/);
  expect(JSON.parse(await walk.saved('spoilt.raw.json'))).toMatchObject({ id: 'spoilt' });
  await walk.press(/^Documents alone, as plain JSON$/);
  expect(JSON.parse(await walk.saved('symplex.bundle.json')).setups.map((s: { id: string }) => s.id)).not.toContain(
    'spoilt',
  );
  await walk.press(/^Remove$/);
  await walk.driver.wait(async () => (await walk.texts('[aria-label="Set aside"]')).length === 0, PATIENCE_MS);
  await walk.open('line/?setup=kiln-rehearsed');
  await walk.waitForGate('Seen', 'pass');
});

test('when a screen breaks it says so, and offers what is kept and a way on', async () => {
  await walk.open('files/');
  await walk.sees(/glaze-talk/);
  const chrome = walk.driver as typeof walk.driver & { sendDevToolsCommand(n: string, p: object): Promise<void> };
  await chrome.sendDevToolsCommand('Page.addScriptToEvaluateOnNewDocument', {
    source: `if (location.search === '?broken') String.prototype.localeCompare = () => { throw new Error('no order'); };`,
  });
  await walk.open('line/?broken');
  await walk.sees(/This screen broke.*safe in this browser/);
  await walk.find('button', /^Save everything to a file$/);
  await walk.find('a', /^Go to Files$/);
});

test('a part of the program that does not load is said, not waited for for ever; once it is there, trying again goes on', async () => {
  const chrome = walk.driver as typeof walk.driver & { sendDevToolsCommand(n: string, p: object): Promise<void> };
  await chrome.sendDevToolsCommand('Page.addScriptToEvaluateOnNewDocument', {
    source: `if (location.search.endsWith('&lame')) window.Worker = class extends Worker {
      constructor(url, options) { super(window.heals ? url : '/no-such-worker.js', options); } };`,
  });
  await walk.open('line/?setup=kiln-rehearsed&lame');
  await walk.sees(/Not computed\. This setup: .*could not be loaded\. That is a fault of ours/, '[role=alert]');
  await walk.expectAccessible();
  await walk.driver.executeScript('window.heals = true');
  await walk.press(/^Try again$/);
  await walk.waitForGate('Seen', 'pass');
  expect((await walk.texts('[role=alert]')).join()).not.toMatch(/Not computed/);
});
