import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { afterAll, beforeAll, test } from 'vitest';
import { openBrowser, serve } from '../support/page';
import { Walk } from '../support/walk';

// From the desk's screen to a phone of its own, by what a camera sees of it and by nothing else.
const POCKET = { width: 390, height: 844 };
let server: Awaited<ReturnType<typeof serve>>;
let desk: Walk;
let phone: Walk;
const closing: (() => Promise<void>)[] = [];
beforeAll(async () => {
  server = await serve();
  const open = async (size?: typeof POCKET) => {
    const { driver, downloads, close } = await openBrowser(size);
    closing.push(close);
    return new Walk(driver, server.url, downloads);
  };
  desk = await open();
  phone = await open(POCKET);
});
afterAll(async () => {
  for (const close of closing) await close();
  server.stop();
});

/** A picture of a code as it stands on the desk's screen, in a file on the phone. */
async function pictureOf(name: RegExp): Promise<string> {
  const code = await desk.find('svg[role=img]', name);
  const file = join(phone.downloads, `${Date.now()}.png`);
  writeFileSync(file, await code.takeScreenshot(), 'base64');
  return file;
}
const show = (file: string) => phone.giveFile(file, 'input[type=file][accept="image/*"]');
const change = (id: string, name: string) =>
  phone.driver.executeAsyncScript(
    `const [id, name, done] = arguments;
     const open = indexedDB.open('symplex');
     open.onsuccess = () => {
       const store = open.result.transaction('setups', 'readwrite').objectStore('setups');
       const get = store.get(id);
       get.onsuccess = () => { store.put({ ...get.result, name }).onsuccess = () => { open.result.close(); done(); }; };
     };`,
    id,
    name,
  );

test('a setup goes over by its picture; what stands in its way is asked about, kept beside it or replaced', async () => {
  await phone.open('hand/');
  await phone.sees(/Read a code with the camera/);
  await change('kiln-song', 'My own song');
  await desk.open('line/?setup=kiln-song');
  await desk.press(/^Hand over$/, 'a');
  await show(await pictureOf(/^Code/));
  await phone.sees(/You have another form of "A song for the kiln/);
  await phone.press(/^Keep both$/);
  await phone.sees(/\(handed over\)/, 'main, header');
  await phone.arrives(/setup=kiln-song-2/);
  // The first is as it was; the same code again finds it in the way once more, and now takes its place.
  await phone.open('hand/');
  await show(await pictureOf(/^Code/));
  await phone.press(/^Replace mine$/);
  await phone.arrives(/setup=kiln-song$/);
  await phone.sees(/A song for the kiln/, 'header');
});

test('of a large one the codes are read in any order, and what is missing is told', async () => {
  await desk.open('hand/?setup=glaze-callers');
  await desk.press(/^Hold this one$/);
  const one = await (await desk.find('svg[role=img]', /^Code \d of 2$/)).getAccessibleName();
  const other = one === 'Code 1 of 2' ? 'Code 2 of 2' : 'Code 1 of 2';
  await desk.press(/^Next code$/);
  const second = await pictureOf(new RegExp(`^${other}$`));
  await desk.press(/^Code before$/);
  const first = await pictureOf(new RegExp(`^${one}$`));
  await phone.open('hand/');
  await show(second);
  await phone.sees(/1 of 2 codes read/);
  // Kept through a reload: the other may come as a link of its own.
  await phone.open('hand/');
  await phone.sees(/1 of 2 codes read/);
  await show(first);
  await phone.sees(/Glaze talk, two callers/, 'section[aria-label="What has come"]');
  await phone.press(/^Bring it in$/);
  await phone.arrives(/setup=glaze-callers/);
});

test('a picture without a code, a code of something else and a damaged link are said to be so', async () => {
  await phone.open('hand/');
  const file = join(phone.downloads, 'blank.png');
  writeFileSync(file, await (await phone.find('h1', /./)).takeScreenshot(), 'base64');
  await show(file);
  await phone.sees(/No code is found in blank\.png/);
  await phone.open('files/');
  await phone.open('hand/#1.abc.1.1.AAAA');
  await phone.sees(/was refused, and nothing was changed/);
});

test('everything goes sealed by the server, once; with another key it stays shut', async () => {
  await desk.open('hand/?job=kiln-opening');
  await desk.press(/^Send everything$/);
  const link = /https?:\S+#r\.\S+/.exec(await desk.sees(/#r\./))![0];
  await phone.open('files/');
  await phone.driver.get(link);
  await phone.press(/^Bring it in$/);
  await phone.arrives(/\/files\//);
  await phone.driver.get(link);
  await phone.press(/^Bring it in$/);
  await phone.sees(/it was taken, or its ten minutes are over/);

  await desk.open('hand/?job=kiln-opening');
  await desk.press(/^Send everything$/);
  const again = /https?:\S+#r\.\S+/.exec(await desk.sees(/#r\./))![0];
  await phone.open('files/');
  await phone.driver.get(`${again.slice(0, -43)}${'A'.repeat(43)}`);
  await phone.press(/^Bring it in$/);
  await phone.sees(/does not open what was sent/);
});
