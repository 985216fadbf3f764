import { By } from 'selenium-webdriver';
import { expect, test } from 'vitest';
import { PATIENCE_MS, walkForTests } from '../support/walk';

// The first visit, and what comes in by other ways than a field for it.
const held = walkForTests();

const documents = () =>
  held.walk.driver.executeAsyncScript<Record<string, string[]>>(
    `const done = arguments[0];
     const open = indexedDB.open('symplex');
     open.onsuccess = async () => {
       const ids = (t) => new Promise((r) => { open.result.transaction(t).objectStore(t).getAllKeys().onsuccess = (e) => r(e.target.result); });
       const all = { setups: await ids('setups'), jobs: await ids('jobs'), drawers: await ids('drawers') };
       open.result.close();
       done(all);
     };`,
  );
/** As a hand would that drags a file from elsewhere, or presses Ctrl+V. */
const bring = (event: 'drop' | 'paste', name: string, text: string) =>
  held.walk.driver.executeScript(
    `const [event, name, text] = arguments;
     const data = new DataTransfer();
     if (event === 'drop') data.items.add(new File([text], name));
     else data.setData('text/plain', text);
     const init = { bubbles: true, cancelable: true };
     document.querySelector('h1').dispatchEvent(event === 'drop'
       ? new DragEvent('drop', { ...init, dataTransfer: data })
       : new ClipboardEvent('paste', { ...init, clipboardData: data }));`,
    event,
    name,
    text,
  );

test('settings are kept: comma, feet and the mains of the place are in every number from then on, and undo takes the mains back', async () => {
  const { walk } = held;
  await walk.open('settings/');
  await walk.press(/^Comma/, 'label');
  await walk.sees(/8 inputs|Numbers/);
  await walk.press(/^Feet$/, 'label');
  await walk.press(/^120 V at 60 Hz$/, 'label');
  await walk.sees(/setups and .* jobs now at 120 V at 60 Hz/);
  await walk.press(/^Raised/, 'label');
  await walk.open('settings/');
  await walk.sees(/New voices speak/);
  expect(await walk.texts('label:has(input[type=radio]:checked)')).toEqual([
    'Comma: 1,5 V',
    'Feet',
    '120 V at 60 Hz',
    'Raised: 68 dB',
    "The device's own",
  ]);
  await walk.expectAccessible();
  await walk.open('line/?setup=glaze-hall');
  await walk.sees(/Mixer cable\s+16 ft/);
  const mainsKept = () =>
    walk.driver.executeAsyncScript(
      `const done = arguments[0];
       const open = indexedDB.open('symplex');
       open.onsuccess = () => {
         open.result.transaction('setups').objectStore('setups').get('glaze-hall').onsuccess = (e) => {
           open.result.close();
           done(e.target.result.job.mains ?? null);
         };
       };`,
    );
  expect(await mainsKept()).toEqual({ hz: 60, volt: 120 });
  await walk.press(/^Undo/);
  await walk.sees(/Redo/);
  await walk.driver.wait(async () => (await mainsKept()) === null, PATIENCE_MS);
  await walk.open('settings/');
  await walk.sees(/setups and .* jobs at another mains/);
  for (const words of [/^Point/, /^Metres$/]) {
    await walk.press(words, 'label');
    await walk.sees(/Numbers/);
  }
});

test('an empty desk is one press away, each empty page helps, and the demo comes back', async () => {
  const { walk } = held;
  await walk.open('');
  await walk.sees(/Welcome/, 'section[aria-label=Welcome]');
  await walk.expectAccessible();
  await walk.press(/^Begin with an empty desk$/);
  await walk.sees(/No job yet/, 'h1');
  const { setups, jobs, drawers } = await documents();
  expect([setups, jobs, drawers]).toEqual([[], [], [expect.stringMatching(/^drawer/)]]);
  await walk.open('');
  await walk.press(/^Write a job$/);
  await walk.sees(/Job 1|Job/, 'h1');
  // What was chosen stays chosen.
  expect(await walk.driver.findElements(By.css('section[aria-label=Welcome]'))).toHaveLength(0);
  await walk.open('line/');
  await walk.sees(/Make one by hand/, 'main');
  await walk.open('drawer/');
  await walk.sees(/My drawer/, 'h1');
  await walk.press(/^Drawer: My drawer/, 'button');
  await walk.press(/^Rename/, '[role=menuitem]');
  const field = await walk.find('input', /^Name of the drawer$/);
  await field.sendKeys('\uE009a', '\uE000', 'Van\uE007');
  await walk.sees(/Van/, 'h1');
  await walk.open('files/');
  await walk.press(/^Bring the demo back$/);
  await expect.poll(async () => (await documents())['setups'].length, { timeout: PATIENCE_MS }).toBeGreaterThan(5);
  await walk.press(/^Put the demo away$/);
  await expect.poll(async () => (await documents())['setups'].length, { timeout: PATIENCE_MS }).toBe(0);
  expect((await documents())['drawers']).toHaveLength(1);
});

test('a document dropped on any page, or pasted, opens under Files; what is wrong with it is told there', async () => {
  const { walk } = held;
  const job = JSON.stringify({ ...(await import('../../demo')).demoJobs[0], id: 'dropped', name: 'Dropped job' });
  await walk.open('log/');
  await walk.sees(/Log/, 'h1');
  await bring('drop', 'dropped.job.json', job);
  await walk.sees(/dropped\.job\.json is in: Dropped job/);
  await walk.open('drawer/');
  await walk.sees(/Van/, 'h1');
  await bring('paste', '', job.replaceAll('ropped', 'asted'));
  await walk.sees(/what was pasted\.json is in: Dasted job/);
  await walk.open('log/');
  await walk.sees(/Log/, 'h1');
  await bring('drop', 'broken.json', '{"format":"symplex.job"}');
  await walk.sees(/broken\.json was refused/);
});
