// Takes the pictures of docs/screenshots from the demo data: npx tsx scripts/pictures.ts [name...]
import { writeFileSync } from 'node:fs';
import { openBrowser, serve } from '../tests/support/page';
import { Walk } from '../tests/support/walk';

const DESK = { width: 1280, height: 800 };
const POCKET = { width: 390, height: 844 };

interface Picture {
  readonly name: string;
  readonly size: typeof DESK;
  readonly path: string;
  readonly ready: (walk: Walk) => Promise<unknown>;
}

const planned = (walk: Walk) => walk.sees(/pass(es)? all gates/);
const mended = (walk: Walk) => walk.sees(/nothing to buy|to buy, about/);

const windows = (walk: Walk) => walk.sees(/keep it from|: Clean fails|: Level fails/);

const hunted = async (walk: Walk, words: string) => {
  await (await walk.find('input', /In your own words/)).sendKeys(words);
  await walk.press(/^Find it$/);
  await walk.sees(/What it may be/);
};

const PICTURES: readonly Picture[] = [
  { name: 'first-run', size: POCKET, path: '', ready: (w) => w.sees(/Welcome/) },
  {
    name: 'job',
    size: DESK,
    path: '',
    ready: async (walk) => {
      await walk.press(/^Look round with the demo$/);
      await planned(walk);
    },
  },
  { name: 'line-fails', size: DESK, path: 'line/?setup=kiln-first-try', ready: mended },
  {
    name: 'line-joint',
    size: DESK,
    path: 'line/?setup=kiln-rehearsed',
    ready: async (walk) => {
      await walk.press(/^Connection 5/);
      await walk.slide(/^Plug out by/, 3.2);
      await walk.waitForGate('Fit', 'fail');
    },
  },
  {
    name: 'call',
    size: DESK,
    path: 'call/?setup=glaze-callers',
    ready: async (walk) => {
      await walk.sees(/Knobs of the Studio mixer/);
      await mended(walk);
    },
  },
  { name: 'levels', size: DESK, path: 'levels/?setup=kiln-rehearsed', ready: windows },
  {
    name: 'device',
    size: DESK,
    path: 'device/?setup=kiln-rehearsed',
    ready: async (walk) => {
      await walk.press(/^Open the browser call page/);
      for (const joint of [6, 5, 4, 3]) await walk.press(new RegExp(`^Plug ${joint}:`));
      await walk.sees(/connected/);
    },
  },
  { name: 'power-bank', size: DESK, path: 'power/?setup=kiln-song', ready: (w) => w.sees(/mA spare/) },
  {
    name: 'check',
    size: DESK,
    path: 'check/?setup=glaze-too-hot',
    ready: async (walk) => {
      // It waits for the figures, and so does whoever presses it.
      const hear = /^Hear what this setup would record$/;
      await walk.driver.wait(async () => (await walk.find('button', hear)).isEnabled());
      await walk.press(hear);
      await walk.sees(/clipped/i, '[aria-label=Findings]');
    },
  },
  {
    name: 'drawer',
    size: DESK,
    path: 'drawer/',
    ready: (walk) => walk.press(/^I do not know what it is/),
  },
  {
    name: 'kit',
    size: DESK,
    path: 'kit/',
    ready: async (walk) => {
      await walk.press(/^Find the kit/);
      await walk.sees(/Lightest bag/i);
    },
  },
  { name: 'mend', size: DESK, path: 'mend/?setup=glaze-hall', ready: (w) => hunted(w, 'hum when the charger is in') },
  {
    name: 'mend-pocket',
    size: POCKET,
    path: 'mend/?setup=kiln-rehearsed',
    ready: (w) => hunted(w, 'listed, but no sound'),
  },
  {
    name: 'mend-told',
    size: DESK,
    path: 'mend/?tell',
    ready: async (walk) => {
      await (await walk.find('select', /What makes the sound/)).sendKeys('Lapel microphone with TRS');
      await walk.sees(/What fixes it: put/);
    },
  },
  {
    name: 'log',
    size: DESK,
    path: 'mend/?setup=glaze-hall',
    ready: async (walk) => {
      await hunted(walk, 'hum when the charger is in');
      await walk.press(/^Yes$/);
      await walk.press(/^Do it in the setup/);
      await walk.sees(/What do you notice/);
      await walk.open('line/?setup=kiln-rehearsed');
      await walk.press(/^It worked$/);
      await walk.sees(/Kept in the drawer/);
      await walk.open('log/');
      await (await walk.find('input', /^What to remember$/)).sendKeys('Tape on the quay: the wind takes the cable');
      await walk.press(/^Keep$/);
      await walk.sees(/9 chances in 10/);
    },
  },
  {
    name: 'practice',
    size: DESK,
    path: 'practice/?setup=kiln-rehearsed',
    ready: async (walk) => {
      await walk.press(/^Hide a fault$/);
      await walk.sees(/They say/);
      await walk.press(/^Look/, 'summary');
      await walk.press(/^Look at the lamps/);
      await walk.sees(/One step/);
      await walk.driver.executeScript('window.scrollTo(0, 0)');
    },
  },
  { name: 'run', size: DESK, path: 'run/?setup=kiln-rehearsed', ready: (w) => w.sees(/First:/) },
  { name: 'hand', size: DESK, path: 'hand/?setup=kiln-rehearsed', ready: (w) => w.sees(/On the phone/) },
  { name: 'line-pocket', size: POCKET, path: 'line/?setup=kiln-first-try', ready: mended },
];

const wanted = process.argv.slice(2);
const server = await serve();
try {
  for (const { name, size, path, ready } of PICTURES) {
    if (wanted.length > 0 && !wanted.includes(name)) continue;
    const { driver, downloads, close } = await openBrowser(size);
    try {
      const walk = new Walk(driver, server.url, downloads);
      await walk.open(path);
      await ready(walk);
      // What was just done is told for a few seconds; faces and lanes settle meanwhile.
      await driver.sleep(1500);
      writeFileSync(`docs/screenshots/${name}.png`, await driver.takeScreenshot(), 'base64');
      console.log(`docs/screenshots/${name}.png`);
    } finally {
      await close();
    }
  }
} finally {
  server.stop();
}
