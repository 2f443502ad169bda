/** Folders, teams and who sees what: filed for several at once, and seen by those it is filed for alone. */
import { Key } from 'selenium-webdriver';
import { violations } from './axe';
import { type Browser, button, By, named, openBrowser, pageText, shows, wait } from './browser';

jest.setTimeout(180_000);
const demo = 'Orrin Sound seed circle';
let browser: Browser;
beforeAll(async () => (browser = await openBrowser()));
afterAll(() => browser.close());

const study = async (): Promise<void> => {
  await browser.driver.get(process.env.NUNATAK_URL ?? 'http://127.0.0.1:3000');
  await (await button(browser.driver, demo)).click();
};
const place = async (name: string): Promise<void> => (await named(browser.driver, 'header a', name)).click();
const lookAs = async (from: string, to: string): Promise<void> => {
  await browser.driver.get(process.env.NUNATAK_URL ?? 'http://127.0.0.1:3000');
  await shows(browser.driver, `You work as ${from}`);
  await (await named(browser.driver, 'button', `${from}: account`)).click();
  await (await named(browser.driver, '[role="menuitem"]', `Look as ${to}`)).click();
  await shows(browser.driver, `You work as ${to}`);
};
const whole = (): Promise<string> => pageText(browser.driver);
const row = async (name: string): Promise<string> =>
  browser.driver.findElement(By.xpath(`//tr[.//b[.="${name}"]]`)).getAttribute('textContent') as Promise<string>;

test('several things are filed in a folder for a team, and are named to nobody else', async () => {
  const { driver } = browser;
  await study();
  await place('People');
  await shows(driver, 'Who sees what', 'Shortlists · carriers');
  expect(await violations(driver)).toEqual([]);
  expect(await row('To be asked')).toContain('B. Lyng does not see');
  for (const name of ['Words of the bulletins', 'References cited together'])
    await (await named(driver, 'input[type="checkbox"]', `Choose ${name}`, true)).click();
  await (await button(driver, 'Folder and who sees them')).click();
  await shows(driver, 'Everybody of the study');
  expect(await violations(driver)).toEqual([]);
  await (await named(driver, 'input', 'Folder', true)).sendKeys('texts/old');
  await (await driver.findElement(By.xpath('//label[.="Teams"]'))).click();
  await (await driver.findElement(By.xpath('//label[contains(., "Bulletin readers")]'))).click();
  await (await named(driver, 'button', 'File', true)).click();
  await shows(driver, 'Networks · texts / old', 'sees 2 networks, 1 shortlist');
  const seen = await row('Words of the bulletins');
  expect(seen).toContain('C. Ausk may change');
  expect(seen).toContain('B. Lyng does not see');
  await shows(driver, 'let Bulletin readers see “Words of the bulletins”');
  await lookAs('A. Thorne', 'B. Lyng');
  await study();
  await shows(driver, 'Who sent seed to whom');
  const networks = await whole();
  await place('People');
  await shows(driver, 'Who sees what', 'B. Lyng · you');
  for (const text of [networks, await whole()])
    // Forks that others made and deleted meanwhile were seen by everybody.
    expect(text).not.toMatch(/Words of the bulletins(?!, fork)|References cited|Between islands|To be asked/);
  await lookAs('B. Lyng', 'C. Ausk');
  await study();
  await place('Networks');
  await shows(driver, 'texts / old', 'Words of the bulletins');
  expect(await violations(driver)).toEqual([]);
  // Whose it is says who sees it; a folder is anybody’s who may change the study.
  await (await named(driver, 'button', 'Words of the bulletins: more')).click();
  await (await named(driver, '[role="menuitem"]', 'Folder and who sees it')).click();
  await shows(driver, 'is A. Thorne’s: they and the owners of the study say who sees it.');
  await (await button(driver, 'Leave it')).click();
  await (await named(driver, 'button', 'Rename the folder texts / old')).click();
  const field = await named(driver, 'input', 'Name of the folder');
  await field.clear();
  await field.sendKeys('texts\n');
  await driver.wait(async () => !(await whole()).includes('texts / old'), wait);
  await shows(driver, 'texts');
});

test('back for everybody, from the menu of a network that is open; a team is made and deleted', async () => {
  const { driver } = browser;
  await lookAs('C. Ausk', 'A. Thorne');
  for (const name of ['Words of the bulletins', 'References cited together']) {
    await study();
    await (await named(driver, 'a[href]', name, true)).click();
    await shows(driver, 'legend on');
    await (await named(driver, 'header button', name)).click();
    await (await named(driver, '[role="menuitem"]', 'Folder and who sees it')).click();
    await (
      await driver.wait(
        async () => (await driver.findElements(By.xpath('//label[.="Everybody of the study"]')))[0],
        wait,
      )
    )?.click();
    await (await named(driver, 'input', 'Folder', true)).sendKeys(Key.chord(Key.CONTROL, 'a'), Key.BACK_SPACE);
    await (await named(driver, 'button', 'File', true)).click();
    await driver.wait(async () => (await driver.findElements(By.css('[role="dialog"]'))).length === 0, wait);
  }
  await study();
  await place('Networks');
  await driver.wait(async () => !/^texts$/m.test(await whole()), wait);
  await study();
  await place('People');
  await (await named(driver, 'button', 'Team', true)).click();
  await (await named(driver, 'input', 'Name', true)).sendKeys('Night shift');
  await (await driver.findElement(By.xpath('//label[contains(., "D. Rowe")]'))).click();
  await (await button(driver, 'Make the team')).click();
  await shows(driver, 'Night shift', '1 person: D. Rowe');
  expect(await violations(driver)).toEqual([]);
  await (await named(driver, 'button', 'Night shift: more')).click();
  await (await named(driver, '[role="menuitem"]', 'Delete')).click();
  await shows(driver, '“Night shift” deleted.');
});
