import { type ChildProcess, spawn } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Builder, logging, type WebDriver } from 'selenium-webdriver';
import { Options, ServiceBuilder } from 'selenium-webdriver/chrome';

/** The built app on a free port of this machine. */
export async function serve(
  options: readonly string[] = [],
  env: Readonly<Record<string, string>> = {},
): Promise<{ readonly url: string; readonly stop: () => void }> {
  const child: ChildProcess = spawn(process.execPath, ['build/serve.mjs', '--port', '0', ...options], {
    stdio: ['ignore', 'pipe', 'inherit'],
    env: { ...process.env, ...env },
  });
  const url = await new Promise<string>((resolve, reject) => {
    child.stdout!.on('data', (d: Buffer) => {
      const found = /https?:\/\/localhost:\d+\//.exec(String(d));
      if (found) resolve(found[0]);
    });
    child.on('exit', (code) => reject(new Error(`the server ended with ${code}`)));
  });
  return { url, stop: () => child.kill() };
}

/** A browser with the viewport of a desk or of a pocket; with an empty profile, or one that is kept between its lives. */
export async function openBrowser(
  viewport: { readonly width: number; readonly height: number } = { width: 1280, height: 800 },
  flags: readonly string[] = [],
  kept?: string,
): Promise<{ readonly driver: WebDriver; readonly downloads: string; readonly close: () => Promise<void> }> {
  const profile = kept ?? mkdtempSync(join(tmpdir(), 'symplex-profile-'));
  const downloads = mkdtempSync(join(tmpdir(), 'symplex-files-'));
  const options = new Options();
  options.setChromeBinaryPath('/usr/bin/chromium');
  options.addArguments(
    '--headless=new',
    '--no-sandbox',
    '--disable-dev-shm-usage',
    '--disable-gpu',
    '--disable-quic',
    '--no-first-run',
    '--disable-background-networking',
    '--disable-component-update',
    '--disable-sync',
    `--user-data-dir=${profile}`,
    ...flags,
  );
  options.setUserPreferences({ 'download.default_directory': downloads, 'download.prompt_for_download': false });
  const wanted = new logging.Preferences();
  wanted.setLevel(logging.Type.BROWSER, logging.Level.ALL);
  wanted.setLevel(logging.Type.PERFORMANCE, logging.Level.ALL);
  options.setLoggingPrefs(wanted);
  const driver = await new Builder()
    .forBrowser('chrome')
    .setChromeOptions(options)
    .setChromeService(new ServiceBuilder('/usr/bin/chromedriver'))
    .build();
  await resize(driver, viewport);
  await devTools(driver, 'Browser.setDownloadBehavior', { behavior: 'allow', downloadPath: downloads });
  return {
    driver,
    downloads,
    close: async () => {
      await driver.quit();
      if (kept === undefined) rmSync(profile, { recursive: true, force: true });
      rmSync(downloads, { recursive: true, force: true });
    },
  };
}

/** Another viewport for what is open: that of a desk or of a pocket. */
export const resize = (driver: WebDriver, viewport: { readonly width: number; readonly height: number }) =>
  devTools(driver, 'Emulation.setDeviceMetricsOverride', {
    ...viewport,
    deviceScaleFactor: 1,
    mobile: viewport.width < 600,
  });

/** Of Chromium alone, which the package's types do not know. */
const devTools = (driver: WebDriver, command: string, params: object): Promise<void> =>
  (driver as WebDriver & { sendDevToolsCommand(name: string, params: object): Promise<void> }).sendDevToolsCommand(
    command,
    params,
  );
