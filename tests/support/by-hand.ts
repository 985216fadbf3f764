import { By, Key } from 'selenium-webdriver';
import { PATIENCE_MS, type Walk } from './walk';

/** What a hand does at the line sheet: put parts on the table, join them, and see that it was kept. */
export const handsAt = (walk: () => Walk) => ({
  add: async (search: string, name: RegExp): Promise<void> => {
    const find = await walk().find('input', /^Find a part$/);
    await find.sendKeys(Key.chord(Key.CONTROL, 'a'), search);
    await walk().press(name);
  },
  /** Choose what a free plug or socket of the part looked at is joined to. */
  choose: async (port: RegExp, to: RegExp): Promise<void> => {
    const select = await walk().find('select', port);
    for (const option of await select.findElements(By.css('option')))
      if (to.test(await option.getText())) return option.click();
    throw new Error(`nothing called ${to} goes into ${port}`);
  },
  /** The last step is in the store once it can be taken back. */
  isKept: (step: RegExp) =>
    walk().driver.wait(
      async () => step.test((await (await walk().find('button', /^Undo$/)).getAttribute('title')) ?? ''),
      PATIENCE_MS,
      `${step} was never kept`,
    ),
});

/** Where the parts lie. */
export const LINE = '[aria-label="The line, from mouth to app"]';
