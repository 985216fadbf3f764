import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { By, Key } from 'selenium-webdriver';
import { afterEach, beforeAll, describe, expect, test } from 'vitest';
import { demoSetups } from '@/demo';
import { today } from '@/ui/components/words';
import { openBrowser } from '../support/page';
import { PATIENCE_MS, Walk, walkForTests } from '../support/walk';

// One person's way through the app, in a browser that has never seen it. The tests build on one another, as use does.
const held = walkForTests();
let walk: Walk;
beforeAll(async () => {
  walk = held.walk;
  await walk.open('');
});
afterEach(async () => expect(await walk.complaints()).toEqual([]));

const sentence = () => walk.texts('main p').then(([first]) => first);

describe('the job sentence', () => {
  test('stands there filled in from the demo, with chains below it', async () => {
    await walk.sees(/I stream live with two voices, mixed to both sides, on a phone with 8-contact port/, 'main p');
    await walk.sees(/pass(es)? all gates/);
    const strips = await walk.texts('[aria-label=Chains] li');
    // What looks the same is one: the wireless pair, and a headset each.
    expect(strips.length).toBeGreaterThanOrEqual(2);
    for (const s of strips)
      expect(s).toMatch(/to buy \d+ EUR weakest (Fit|Wired|Seen|Level|Clean|Powered|Heard|Safe) [+−]?\d/);
    await walk.expectAccessible();
  });
  test('a blank is filled by keyboard alone, and the answers change with it', async () => {
    const before = await walk.texts('[aria-label=Chains] li');
    const blank = await walk.find('button', /^The device:/);
    await blank.sendKeys(Key.ENTER);
    await walk.sees(/a camera with microphone socket/, '[role=menu]');
    await walk.expectAccessible();
    const here = async () => (await walk.driver.switchTo().activeElement()).getText();
    for (let i = 0; i < 20 && !/laptop with two sockets/.test(await here()); i++) await walk.keys(Key.ARROW_DOWN);
    await walk.keys(Key.ENTER);
    await walk.sees(/on a laptop with two sockets/, 'main p');
    await walk.sees(/pass(es)? all gates/);
    expect(await walk.texts('[aria-label=Chains] li')).not.toEqual(before);
  });
  test('voices and money are set in small panels', async () => {
    await walk.press(/^What is recorded/);
    await walk.press(/^1$/, 'label');
    await walk.keys(Key.ESCAPE);
    await walk.sees(/with one voice/, 'main p');
    await walk.press(/^To spend at most/);
    await walk.press(/Whatever it takes/);
    await walk.sees(/spending what it takes/, 'main p');
  });
  test('what must take part is asked for and kept; a part that is left lying says why; a dead end names the wishes', async () => {
    await walk.press(/^What must take part/);
    const pick = await walk.find('select', /^Add what must take part$/);
    await (await pick.findElement(By.css('option[value="sort wireless"]'))).click();
    await walk.sees(/with a wireless system/, 'main p');
    await walk.expectAccessible();
    const perPiece = () => walk.find('input', /^To carry and plug one piece more costs/);
    await (await perPiece()).sendKeys(Key.chord(Key.CONTROL, 'a'), '7', Key.TAB);
    await walk.sees(/one piece more costs 7 EUR/);
    await (await walk.find('input', /^Keep the device charged/)).click();
    await walk.keys(Key.ESCAPE);
    await walk.sees(/with a wireless system, charged all the while/, 'main p');
    await walk.driver.navigate().refresh();
    await walk.sees(/with a wireless system, charged all the while/, 'main p');
    await walk.press(/^What must take part/);
    expect(await (await perPiece()).getAttribute('value')).toBe('7');
    await (await perPiece()).sendKeys(Key.chord(Key.CONTROL, 'a'), '2', Key.TAB);
    await (await walk.find('input', /^Keep the device charged/)).click();
    await walk.press(/^Leave out a wireless system$/);
    await walk.keys(Key.ESCAPE);
    await walk.sees(/with whatever works/, 'main p');
    await walk.sees(/pass(es)? all gates/);
    const why = await walk.find('select', /^Why not my/);
    const [, first] = await why.findElements(By.css('option'));
    await first?.click();
    await walk.sees(/It works:|No single change|then it works|It would do/, '[aria-label="Why not another part"]');
    for (let i = 0; i < 6; i++) await walk.undo();
    await walk.sees(/with whatever works/, 'main p');
  });
  test('undo takes back each blank in turn, redo fills it again', async () => {
    const filled = await sentence();
    for (let i = 0; i < 3; i++) await walk.press(/^Undo$/);
    await walk.sees(/two voices.*phone with 8-contact port.*at most 60/, 'main p');
    for (let i = 0; i < 3; i++) await walk.redo();
    await walk.sees(/spending what it takes/, 'main p');
    expect(await sentence()).toBe(filled);
    for (let i = 0; i < 3; i++) await walk.undo();
    await walk.sees(/at most 60/, 'main p');
  });
  test('the best chain opens as a line sheet of its own, all gates passing', async () => {
    await walk.sees(/pass(es)? all gates/);
    await walk.press(/^Open A$/);
    await walk.sees(/Kiln opening, live, chain A/, 'h1');
    // What was opened has the focus.
    await walk.driver.wait(
      () => walk.driver.executeScript<boolean>("return document.activeElement.tagName === 'H1'"),
      PATIENCE_MS,
    );
    expect(Object.values(await walk.gates())).not.toContain('fail');
  });
});

describe('the line sheet', () => {
  test('a setup with a short says so, and lights the guilty connection', async () => {
    await walk.open('line/?setup=kiln-first-try');
    await walk.waitForGate('Seen', 'fail');
    await walk.sees(/Mic not detected: at connection 4 .*shorts it to ground/);
    await walk.sees(/Now used: the built-in mic/, '[aria-label="How it stands"]');
    await walk.find('button', /^Connection 4 .*TRS plug in 3.5 mm TRRS socket, guilty/);
    await walk.sees(/the line stops here/, '[aria-label="signal lane"]');
    await walk.expectAccessible();
  });
  test('one press mends it; undo brings the fault back, redo the mend', async () => {
    await walk.press(/two-into-one splitter into connection 4/);
    await walk.waitForGate('Seen', 'pass');
    expect(new Set(Object.values(await walk.gates()))).toEqual(new Set(['pass']));
    await walk.undo();
    await walk.waitForGate('Seen', 'fail');
    await walk.redo();
    await walk.waitForGate('Seen', 'pass');
  });
  test('all of it is there again in another tab and after a reload', async () => {
    await walk.driver.navigate().refresh();
    await walk.waitForGate('Seen', 'pass');
    const first = await walk.driver.getWindowHandle();
    await walk.driver.switchTo().newWindow('tab');
    await walk.open('line/?setup=kiln-first-try');
    await walk.waitForGate('Seen', 'pass');
    await walk.press(/^Undo$/);
    await walk.waitForGate('Seen', 'fail');
    await walk.driver.close();
    await walk.driver.switchTo().window(first);
    // What the other tab did is seen here without a reload.
    await walk.waitForGate('Seen', 'fail');
  });
  test('a part is swapped in place for one that fits, and says beforehand what that does', async () => {
    await walk.press(/^Straight cable/, '[aria-label^="The line"] button');
    const offer = await walk.find('li button', /^TRS to TRRS cable/);
    expect(await offer.getText()).toMatch(/Seen/);
    await walk.press(/^TRS to TRRS cable/, 'li button');
    await walk.waitForGate('Seen', 'pass');
    await walk.find('button', /^Connection 4 .*TRRS plug in 3.5 mm TRRS socket/);
    await walk.undo();
    await walk.waitForGate('Seen', 'fail');
  });
  test('a knob turned moves the figures at once, and is one step of undo when let go', async () => {
    await walk.open('line/?setup=glaze-too-hot');
    await walk.waitForGate('Level', 'fail');
    await walk.press(/^Village-hall mixer/);
    const hot = (await walk.texts('[aria-label="Eight gates"] li'))[3];
    await walk.slide(/^main/i, -40, false);
    await walk.driver.wait(async () => (await walk.texts('[aria-label="Eight gates"] li'))[3] !== hot, PATIENCE_MS);
    expect(await (await walk.find('button', /^Undo$/)).getAttribute('title')).not.toMatch(/main/i);
    await walk.slide(/^main/i, -36, true);
    await walk.driver.wait(
      async () => /main/i.test((await (await walk.find('button', /^Undo$/)).getAttribute('title')) ?? ''),
      PATIENCE_MS,
    );
    await walk.undo();
    await walk.driver.wait(async () => (await walk.texts('[aria-label="Eight gates"] li'))[3] === hot, PATIENCE_MS);
  });
  test('a plug drawn out of its socket meets other contacts, and Fit says so', async () => {
    await walk.open('line/?setup=kiln-rehearsed');
    await walk.waitForGate('Fit', 'pass');
    await walk.press(/^Connection 5/);
    const home = await walk.texts('[aria-label="Connection 5"] tbody tr');
    await walk.slide(/^Plug out by/, 3.2);
    await walk.waitForGate('Fit', 'fail');
    expect(await walk.texts('[aria-label="Connection 5"] tbody tr')).not.toEqual(home);
    await walk.expectAccessible();
    await walk.undo();
    await walk.waitForGate('Fit', 'pass');
  });
});

describe('the drawer', () => {
  test('a part is added from a class, given an own figure that is marked so, and taken out again', async () => {
    await walk.open('drawer/');
    await walk.sees(/20 parts/);
    await (await walk.find('input', /Add a part/)).sendKeys('pad 40');
    await walk.press(/^Add 40 dB pad/);
    await walk.sees(/21 parts/);
    await walk.press(/^40 dB pad/, '[aria-label="What you own"] button');
    const price = await walk.find('input', /^price/);
    await price.clear();
    await price.sendKeys('7.5', Key.ENTER);
    await walk.sees(/price own money/, '[aria-label="40 dB pad"]');
    await walk.expectAccessible();
    const ohm = await walk.find('input', /^shunt resistor/);
    await ohm.clear();
    await ohm.sendKeys('-4', Key.ENTER);
    await walk.sees(/must lie between 0.001 and .*Nothing was changed/);
    await walk.press(/^Take it out/);
    await walk.sees(/20 parts/);
    await walk.undo();
    await walk.sees(/21 parts/);
  });
  test('a retired part is no longer counted, stays so after a reload, and comes back with its figure', async () => {
    await walk.press(/^40 dB pad/, '[aria-label="What you own"] button');
    await walk.press(/^Retire it$/);
    await walk.sees(/20 parts/);
    await walk.open('drawer/');
    await walk.sees(/40 dB pad\s+since \d/, '[aria-label=Retired]');
    await walk.expectAccessible();
    await walk.press(/^Put back 40 dB pad$/);
    await walk.sees(/21 parts/);
    await walk.sees(/40 dB pad.*1 own figure/, '[aria-label="What you own"]');
  });
});

describe('files', () => {
  const bring = async (name: string, text: string) => {
    const file = join(walk.downloads, name);
    writeFileSync(file, text);
    await walk.giveFile(file);
  };
  let everything: string;
  const whole = `symplex-${today()}.symplex`;

  test('everything is saved to one file', async () => {
    await walk.open('files/');
    await walk.sees(/glaze-talk\.job\.json/);
    await walk.sees(/No backup yet/);
    await walk.press(/^Documents alone, as plain JSON$/);
    everything = await walk.saved('symplex.bundle.json');
    await walk.driver.executeAsyncScript(`const done = arguments[0];
      indexedDB.open('symplex').onsuccess = (e) => {
        const tx = e.target.result.transaction('takes', 'readwrite');
        tx.objectStore('takes').put({ id: 't', setup: null, name: 'Test', date: '2026-11-27', file: new Blob([new Uint8Array(300000)]) });
        tx.oncomplete = () => done();
      };`);
    await walk.press(/^Save everything$/);
    await walk.saved(whole);
    await walk.sees(/Last backup today/);
    // The demo's, and the one that this journey made.
    expect(JSON.parse(everything).setups.length).toBe(demoSetups.length + 1);
    await walk.expectAccessible();
  });
  test('a wrong file is refused with the place of its fault, shown as text, and changes nothing', async () => {
    const before = await walk.texts('main section li');
    const bad = JSON.parse(everything);
    bad.setups[1].parts[2].class = '<img src=x onerror="document.title=1">';
    await bring('bad.json', JSON.stringify(bad));
    await walk.sees(/bad\.json was refused, and nothing was changed.*\/setups\/1\/parts\/2\/class/, '[role=alert]');
    await bring('big.json', ' '.repeat(21_000_000));
    await walk.sees(/big\.json was refused.*not JSON/, '[role=alert]');
    const named = JSON.parse(everything).setups[0];
    await bring('markup.json', JSON.stringify({ ...named, id: 'markup', name: '<b onmouseover=alert(1)>Bold</b>' }));
    await walk.sees(/<b onmouseover=alert\(1\)>Bold<\/b>/, 'main section li');
    await walk.undo();
    await walk.driver.wait(async () => (await walk.texts('main section li')).join() === before.join(), PATIENCE_MS);
  });
  test('the file brings everything back into an empty browser', async () => {
    const fresh = await openBrowser();
    held.closers.unshift(fresh.close);
    const other = new Walk(fresh.driver, walk.url, fresh.downloads);
    await other.open('files/');
    await other.sees(/Setups/);
    await other.giveFile(join(walk.downloads, whole));
    await other.sees(/\.symplex is in/);
    await other.press(/^Documents alone, as plain JSON$/);
    expect(await other.saved('symplex.bundle.json')).toBe(everything);
    const size = await fresh.driver.executeAsyncScript(`const done = arguments[0];
      indexedDB.open('symplex').onsuccess = (e) => {
        e.target.result.transaction('takes').objectStore('takes').get('t').onsuccess = (t) => done(t.target.result.file.size);
      };`);
    expect(size).toBe(300_000);
    expect(await other.complaints()).toEqual([]);
  });
});
