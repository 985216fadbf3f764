import { mkdtempSync, readdirSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import axe from 'axe-core';
import { By, error, Key, until, type WebDriver, type WebElement } from 'selenium-webdriver';
import { afterAll, beforeAll, beforeEach, expect } from 'vitest';
import { openBrowser, serve } from './page';

/** Long enough for a slow machine; a test never measures it. */
export const PATIENCE_MS = 120_000;

/** So often it is looked whether what should come is there. */
const EVERY_MS = 50;
const ALL_ASKED_EVERY = 32;
/** Runs in the page: the elements of a selector that may well bear a name, by labels, text and pictures within them. */
const LIKELY = `
const [selector, source, flags] = arguments;
const name = new RegExp(source, flags);
const clean = (s) => s.replace(/\\s+/g, ' ').trim();
const within = (node) => {
  if (node.nodeType === 3) return node.data;
  if (node.nodeType !== 1 || node.getAttribute('aria-hidden') === 'true') return '';
  const label = node.getAttribute('aria-label') ?? node.getAttribute('alt');
  return label ?? [...node.childNodes].map(within).join(' ');
};
return [...document.querySelectorAll(selector)].filter((e) => {
  const by = (e.getAttribute('aria-labelledby') ?? '').split(' ').map((id) => document.getElementById(id)?.innerText ?? '');
  const words = [e.getAttribute('aria-label'), by.join(' '), ...[...(e.labels ?? [])].flatMap((l) => [l.innerText, within(l)]),
    e.innerText, e.textContent, within(e), e.getAttribute('title'), e.getAttribute('placeholder'), e.querySelector('title')?.textContent];
  return words.some((w) => w && name.test(clean(w)));
});`;

/** Runs in the page: brings an element into sight and waits until it stands still, for nobody aims well at what moves. */
const AT_REST = `
const [element, done] = arguments;
element.scrollIntoView({ block: 'center' });
let last = '';
const look = () => {
  const { x, y } = element.getBoundingClientRect();
  const now = x + ' ' + y;
  if (now === last || !element.isConnected) return done();
  last = now;
  setTimeout(look, 20);
};
look();`;

/** What a user of the page can do, by the names that are on screen or told to assistive technology. */
export class Walk {
  constructor(
    public driver: WebDriver,
    readonly url: string,
    public downloads: string,
    /** How long it waits for what should come. */
    readonly patienceMs = PATIENCE_MS,
  ) {}

  open(path: string): Promise<void> {
    return this.driver.get(this.url + path);
  }

  /** The first element of this role or tag whose accessible name or text matches. */
  async find(selector: string, name: RegExp): Promise<WebElement> {
    const named = async (elements: readonly WebElement[]) => {
      for (const element of elements) {
        const words = await element
          .getAccessibleName()
          .then(async (n) => (n === '' ? element.getText() : n))
          .catch(() => '');
        if (name.test(words) && (await element.isDisplayed().catch(() => false))) return element;
      }
      return null;
    };
    let polls = 0;
    return this.driver.wait(
      async () => {
        const likely = await this.driver.executeScript<WebElement[]>(LIKELY, selector, name.source, name.flags);
        const found = await named(likely);
        // The browser's own name for each element is slow to ask for: all are asked only now and then, for names that come about in
        // a way the page's script did not think of.
        if (found || ++polls % ALL_ASKED_EVERY !== 0) return found;
        return named(await this.driver.findElements(By.css(selector)));
      },
      this.patienceMs,
      `no ${selector} called ${name}`,
      EVERY_MS,
    ) as Promise<WebElement>;
  }

  /** Press what is called so, once it can be pressed. */
  async press(name: RegExp, selector = 'button, a, [role=menuitem], [role=menuitemradio], summary'): Promise<void> {
    await this.driver.wait(
      async () => {
        const element = await this.find(selector, name);
        try {
          if (!(await element.isEnabled())) return false;
          await this.driver.executeAsyncScript(AT_REST, element);
          await element.click();
          return true;
        } catch (e) {
          // Drawn again between being found and being pressed: a person would not have noticed.
          if (e instanceof error.StaleElementReferenceError) return false;
          throw e;
        }
      },
      this.patienceMs,
      `${name} could never be pressed`,
      EVERY_MS,
    );
  }

  /** Give files to the field that takes them, once the page has it; several paths are parted by a line break. */
  async giveFile(paths: string, selector = 'input[type=file]'): Promise<void> {
    await (await this.comes(selector)).sendKeys(paths);
  }

  /** The first element of a selector, once the page has it, seen or not. */
  comes(selector: string): Promise<WebElement> {
    return this.driver.wait(until.elementLocated(By.css(selector)), this.patienceMs);
  }

  /** Wait until the page's address is such. */
  async arrives(address: RegExp): Promise<void> {
    await this.driver.wait(until.urlMatches(address), this.patienceMs, `never came to ${address}`);
  }

  async texts(selector: string): Promise<string[]> {
    return this.driver.executeScript(
      'return [...document.querySelectorAll(arguments[0])].map((e) => e.innerText.replace(/\\s+/g, " ").trim())',
      selector,
    );
  }

  /** Wait until the page says so. */
  async sees(words: RegExp, selector = 'body'): Promise<string> {
    let last = '';
    await this.driver
      .wait(
        async () => {
          last = (await this.texts(selector)).join('\n');
          return words.test(last);
        },
        this.patienceMs,
        `${selector} never said ${words}`,
        EVERY_MS,
      )
      .catch((e: unknown) => {
        throw new Error(`${e}\nit says: ${last.slice(0, 2000)}`);
      });
    return last;
  }

  async keys(...keys: string[]): Promise<void> {
    await this.driver
      .actions()
      .sendKeys(...keys)
      .perform();
  }

  async undo(): Promise<void> {
    await this.driver.actions().keyDown(Key.CONTROL).sendKeys('z').keyUp(Key.CONTROL).perform();
  }

  async redo(): Promise<void> {
    await this.driver.actions().keyDown(Key.CONTROL).sendKeys('y').keyUp(Key.CONTROL).perform();
  }

  /** Verdicts of the eight gates as they stand in the panel, once the figures are there. */
  async gates(): Promise<Readonly<Record<string, string>>> {
    await this.driver.wait(until.elementLocated(By.css('[aria-label="Eight gates"]')), this.patienceMs);
    return this.driver.executeScript(`
      return Object.fromEntries([...document.querySelectorAll('[aria-label="Eight gates"] button')].map((b) =>
        [b.querySelector('span').innerText, b.querySelector('[role=img]').getAttribute('aria-label')]))`);
  }

  async waitForGate(gate: string, status: string): Promise<void> {
    await this.driver.wait(
      async () => (await this.gates())[gate] === status,
      this.patienceMs,
      `${gate} never was ${status}`,
    );
  }

  /** Set a range input as a drag does: moves, then lets go. */
  async slide(name: RegExp, value: number, letGo = true): Promise<void> {
    const slider = await this.find('input[type=range]', name);
    await this.driver.executeScript(
      `const [slider, value, letGo] = arguments;
       Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, 'value').set.call(slider, value);
       slider.dispatchEvent(new Event('input', {bubbles: true}));
       if (letGo) setTimeout(() => slider.dispatchEvent(new PointerEvent('pointerup', {bubbles: true})), 50);`,
      slider,
      String(value),
      letGo,
    );
  }

  /** The text of a file that the page has saved. */
  async saved(name: string): Promise<string> {
    // The browser holds the name with an empty file until all of it has come under another.
    const text = () =>
      readdirSync(this.downloads).includes(name) ? readFileSync(join(this.downloads, name), 'utf8') : '';
    await this.driver.wait(async () => text() !== '', this.patienceMs, `${name} was never saved`);
    return text();
  }

  async expectAccessible(): Promise<void> {
    await this.driver.executeScript(axe.source);
    const violations: { id: string; nodes: { target: string[]; failureSummary: string }[] }[] =
      await this.driver.executeAsyncScript(`
        const done = arguments[arguments.length - 1];
        axe.run(document, {runOnly: ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa']}).then((r) => done(r.violations))`);
    expect(
      violations.map((v) => `${v.id}: ${v.nodes.map((n) => `${n.target} ${n.failureSummary}`).join('; ')}`),
    ).toEqual([]);
  }

  /** Errors on the console, and requests that went anywhere but to our own server, since last asked. */
  async complaints(): Promise<string[]> {
    const console = (await this.driver.manage().logs().get('browser'))
      .filter((e) => e.level.name === 'SEVERE' || /Content Security Policy/.test(e.message))
      .map((e) => e.message);
    const requests = (await this.driver.manage().logs().get('performance'))
      .map((e) => JSON.parse(e.message).message)
      .filter((m) => m.method === 'Network.requestWillBeSent')
      .map((m) => m.params.request.url as string)
      .filter((u) => !u.startsWith(this.url) && !/^(data|blob|chrome|about):/.test(u));
    return [...console, ...requests];
  }
}

/** What the driver says when the process of a page has died: vitest.config.ts tries such a test once more. */
const TAB_CRASHED = /tab crashed/;

/**
 * A server and a browser for the tests of a file, ended with them. The walk is there once the first test runs. Where the
 * browser itself has died under a test, it is opened again with its profile, where it stood when that test began.
 */
export function walkForTests(viewport?: Parameters<typeof openBrowser>[0], flags?: readonly string[]) {
  // Vitest makes the walk before the first test runs: until then nobody may ask for it.
  const held: { walk: Walk; closers: (() => unknown)[] } = { walk: null as unknown as Walk, closers: [] };
  const profile = mkdtempSync(join(tmpdir(), 'symplex-profile-'));
  let closeBrowser: () => Promise<void>;
  let at = 'about:blank';
  const open = async () => {
    const { driver, downloads, close } = await openBrowser(viewport, flags, profile);
    closeBrowser = close;
    return { driver, downloads };
  };
  beforeAll(async () => {
    const server = await serve();
    held.closers.push(
      () => closeBrowser(),
      server.stop,
      () => rmSync(profile, { recursive: true, force: true }),
    );
    const { driver, downloads } = await open();
    held.walk = new Walk(driver, server.url, downloads);
  });
  beforeEach(async () => {
    const { walk } = held;
    const here = await walk.driver.getCurrentUrl().catch((e: unknown) => {
      if (TAB_CRASHED.test(String(e))) return null;
      throw e;
    });
    if (here !== null) {
      at = here;
      return;
    }
    console.warn(`The browser's page process died; opened again at ${at}`);
    await closeBrowser();
    Object.assign(walk, await open());
    await walk.driver.get(at);
  });
  afterAll(async () => {
    for (const close of held.closers) await close();
  });
  return held;
}
