import { once } from 'node:events';
import { get, type IncomingMessage } from 'node:http';
import { expect, test } from 'vitest';
import { walkForTests } from '../support/walk';

// What does not depend on how quick a machine is: nothing jumps while a page is built up, and the first page stays small.
const held = walkForTests({ width: 390, height: 844 });

/** The most that may have moved, as browsers reckon it (Layout Instability): below 0.1 is called good, half of it is meant here. */
const MOST_SHIFT = 0.05;
/** Script of the first page as it is sent, kilobytes; what comes later, when it is asked for, is not in it. */
const MOST_SCRIPT_KB = 235;

/** As a browser asks for it: what fetches here unpacks it and forgets how it came. */
const asSent = async (url: URL): Promise<IncomingMessage> => {
  const [answer] = await once(get(url, { headers: { 'accept-encoding': 'br, gzip' } }), 'response');
  return (answer as IncomingMessage).resume();
};

test('nothing jumps while a page is built up', async () => {
  const { walk } = held;
  await walk.open('');
  await walk.press(/^Look round with the demo$/);
  for (const [route, words] of [
    ['', /away, with/],
    ['line/?setup=kiln-rehearsed', /Works/],
    ['levels/?setup=kiln-rehearsed', /dBFS/],
    ['power/?setup=kiln-rehearsed', /\d h/],
    ['run/?setup=kiln-rehearsed', /ticked/],
    ['mend/?setup=glaze-hall', /./],
    ['drawer/', /Add a part/],
    ['files/', /taken in this browser/],
    ['settings/', /Wall outlets give/],
  ] as const) {
    await walk.open(route);
    await walk.sees(words, 'main');
    const shift = await walk.driver.executeAsyncScript<number>(
      `const done = arguments[0];
       let sum = 0;
       const count = (entries) => { for (const e of entries) if (!e.hadRecentInput) sum += e.value; };
       const observer = new PerformanceObserver((list) => count(list.getEntries()));
       observer.observe({ type: 'layout-shift', buffered: true });
       requestAnimationFrame(() => setTimeout(() => { count(observer.takeRecords()); done(sum); }));`,
    );
    expect([route, shift < MOST_SHIFT, shift]).toEqual([route, true, shift]);
  }
});

test('the script of the first page, as it is sent, is within its budget', async () => {
  const { url } = held.walk;
  const page = await (await fetch(url)).text();
  const scripts = [...page.matchAll(/<script([^>]*)\ssrc="([^"]+)"([^>]*)>/g)].filter(
    ([, before, , after]) => !/nomodule/i.test(`${before}${after}`),
  );
  const sizes = await Promise.all(
    [...new Set(scripts.map(([, , src]) => src ?? ''))].map(async (src) => {
      const answer = await asSent(new URL(src, url));
      const bytes = Number(answer.headers['content-length']);
      // What is smaller than a packet is sent as it is.
      expect([src, answer.headers['content-encoding'] === 'br' || bytes < 1500]).toEqual([src, true]);
      return bytes;
    }),
  );
  expect(sizes.length).toBeGreaterThan(4);
  expect(sizes.every((s) => s > 0)).toBe(true);
  expect(sizes.reduce((sum, s) => sum + s, 0) / 1000).toBeLessThan(MOST_SCRIPT_KB);
});
