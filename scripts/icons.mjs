// Draws the icons of the installed app from app/icon.svg, in a browser: run once after the mark was changed.
import { readFileSync, writeFileSync } from 'node:fs';
import { Builder } from 'selenium-webdriver';
import { Options, ServiceBuilder } from 'selenium-webdriver/chrome.js';

const options = new Options();
options.setChromeBinaryPath('/usr/bin/chromium');
options.addArguments('--headless=new', '--no-sandbox', '--disable-gpu');
const driver = await new Builder()
  .forBrowser('chrome')
  .setChromeOptions(options)
  .setChromeService(new ServiceBuilder('/usr/bin/chromedriver'))
  .build();
const svg = readFileSync('app/icon.svg', 'utf8');
try {
  for (const [name, size, inset] of [
    ['icon-192', 192, 0],
    ['icon-512', 512, 0],
    // A launcher cuts a maskable icon to its own shape: the mark stays within the middle four fifths.
    ['maskable-512', 512, 0.12],
  ]) {
    const url = await driver.executeAsyncScript(
      `const [svg, size, inset, done] = arguments;
       const image = new Image();
       image.onload = () => {
         const canvas = document.createElement('canvas');
         canvas.width = canvas.height = size;
         const c = canvas.getContext('2d');
         if (inset > 0) { c.fillStyle = '#0b5f66'; c.fillRect(0, 0, size, size); }
         c.drawImage(image, inset * size, inset * size, size * (1 - 2 * inset), size * (1 - 2 * inset));
         done(canvas.toDataURL('image/png'));
       };
       image.src = 'data:image/svg+xml,' + encodeURIComponent(svg.replace('<svg ', '<svg width="512" height="512" '));`,
      svg,
      size,
      inset,
    );
    writeFileSync(`public/icons/${name}.png`, Buffer.from(url.split(',')[1], 'base64'));
  }
} finally {
  await driver.quit();
}
