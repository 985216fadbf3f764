// Opens the rooms on a phone-sized page with its processor slowed four times, and prints what browsers call web vitals: LCP, the
// time to the largest thing seen; CLS, how far things jumped; INP, the slowest answer to a press.
import { By } from 'selenium-webdriver';
import type { Driver } from 'selenium-webdriver/chrome';
import { openBrowser, serve } from '../tests/support/page';
import { Walk } from '../tests/support/walk';

const SLOWED = 4;
const ROUTES = [
  ['', /away, with/, /^Hand over$/],
  ['line/?setup=kiln-rehearsed', /Works/, /^Add parts$/],
  ['levels/?setup=kiln-rehearsed', /dBFS/, /^Power$/],
  ['run/?setup=kiln-rehearsed', /ticked/, /^Call$/],
  ['drawer/', /Add a part/, /^Kit$/],
] as const;

const WATCH = `
  window.vitals = { lcp: 0, cls: 0, inp: 0 };
  const watch = (type, take, more) => new PerformanceObserver((l) => l.getEntries().forEach(take)).observe({ type, buffered: true, ...more });
  watch('largest-contentful-paint', (e) => { vitals.lcp = e.startTime; });
  watch('layout-shift', (e) => { if (!e.hadRecentInput) vitals.cls += e.value; });
  watch('event', (e) => { if (e.interactionId) vitals.inp = Math.max(vitals.inp, e.duration); }, { durationThreshold: 16 });`;

const server = await serve();
const { driver, downloads, close } = await openBrowser({ width: 390, height: 844 });
try {
  const chrome = driver as Driver;
  const walk = new Walk(driver, server.url, downloads, 120_000);
  await chrome.sendAndGetDevToolsCommand('Page.addScriptToEvaluateOnNewDocument', { source: WATCH });
  await walk.open('');
  await walk.press(/^Look round with the demo$/);
  await chrome.sendAndGetDevToolsCommand('Emulation.setCPUThrottlingRate', { rate: SLOWED });
  console.log(`processor slowed ${SLOWED} times; milliseconds\n${'room'.padEnd(32)}LCP    CLS    INP`);
  for (const [route, words, press] of ROUTES) {
    await walk.open(route);
    await walk.sees(words, 'main');
    await driver.wait(async () => (await driver.findElements(By.css('main'))).length > 0, 120_000);
    await walk.press(press);
    await driver.sleep(1500);
    const { lcp, cls, inp } = await driver.executeScript<{ lcp: number; cls: number; inp: number }>('return vitals');
    console.log(`/${route.padEnd(31)}${lcp.toFixed(0).padEnd(7)}${cls.toFixed(3).padEnd(7)}${inp.toFixed(0)}`);
  }
} finally {
  await close();
  server.stop();
}
