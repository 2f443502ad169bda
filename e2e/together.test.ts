/** Two people on one study: each sees that the other is there, and what the other saves, at once. */
import { Key } from 'selenium-webdriver';
import { violations } from './axe';
import { type Browser, By, button, named, openBrowser, openDemo, shows, wait } from './browser';

jest.setTimeout(180_000);
const home = process.env.NUNATAK_URL ?? 'http://127.0.0.1:3000';
const network = 'Seed sent from 1921 on';
let one: Browser;
let two: Browser;
beforeAll(async () => {
  [one, two] = await Promise.all([openBrowser(), openBrowser()]);
});
afterAll(async () => {
  await Promise.all([one.close(), two.close()]);
});

async function lookAs({ driver }: Browser, from: string, to: string): Promise<void> {
  await driver.get(home);
  await (await named(driver, 'button', `${from}: account`)).click();
  await (await named(driver, '[role="menuitem"]', `Look as ${to}`)).click();
  await shows(driver, `You work as ${to}`);
}
async function keepFrom({ driver }: Browser, degree: string): Promise<void> {
  await (await button(driver, 'Keep degree at least')).click();
  const field = await named(driver, 'input', 'At least');
  await field.sendKeys(Key.chord(Key.CONTROL, 'a'), degree, Key.ENTER);
  await shows(driver, `degree at least ${degree}`, 'Saved');
}
const here = ({ driver }: Browser, who: string): Promise<unknown> =>
  driver.wait(
    async () => (await driver.findElements(By.css(`[aria-label="Here now"] [title^="${who}"]`))).length > 0,
    wait,
  );

test('who else is here is in the bar, with what they are on; and on the page of people', async () => {
  await lookAs(two, 'A. Thorne', 'B. Lyng');
  await openDemo(one.driver, network);
  await openDemo(two.driver, network);
  await here(one, `B. Lyng is here now: ${network}`);
  await here(two, `A. Thorne is here now: ${network}`);
  expect(await violations(one.driver)).toEqual([]);
  await one.driver.get((await one.driver.getCurrentUrl()).replace(/networks\/.*/, 'people'));
  await shows(one.driver, `here now · ${network}`, 'here now · People');
  await here(two, 'A. Thorne is here now: People');
});

test('what one saves is shown to the other at once, who goes on with it or keeps their own beside', async () => {
  await openDemo(one.driver, network);
  await keepFrom(one, '3');
  await shows(two.driver, 'This network was changed elsewhere', 'What you see is as it was before');
  expect(await violations(two.driver)).toEqual([]);
  await (await button(two.driver, 'Go on with what is stored')).click();
  await shows(two.driver, 'degree at least 3', 'Saved');
  await keepFrom(two, '2');
  await shows(one.driver, 'This network was changed elsewhere');
  await (await button(one.driver, 'Keep mine as a new network')).click();
  await shows(one.driver, `${network} (my version)`, 'degree at least 3');
});

test('each version of a trail is looked at and brought back', async () => {
  const { driver } = two;
  await openDemo(driver, network);
  const versions = async (): Promise<void> => {
    await (await named(driver, 'header button', network)).click();
    await (await named(driver, '[role="menuitem"]', 'Versions')).click();
    await shows(driver, `Versions of “${network}”`, 'Keep changed', 'as it is stored');
  };
  await versions();
  expect(await violations(driver)).toEqual([]);
  await (await named(driver, 'button', 'Look at version 1', true)).click();
  await shows(driver, `${network}, version 1`);
  await versions();
  await (await named(driver, 'button', 'Bring version 2 back')).click();
  await shows(driver, 'Version 2 is brought back.', 'degree at least 3');
  await (await button(driver, 'Undo')).click();
  await shows(driver, 'degree at least 2', 'Saved');
});

test('a line of the log leads to the versions that it made', async () => {
  const { driver } = one;
  await driver.get((await driver.getCurrentUrl()).replace(/networks\/.*/, 'people'));
  await (await named(driver, 'a', 'version')).click();
  await shows(driver, 'Versions of “', 'Each save is one.');
  expect(await driver.getCurrentUrl()).not.toContain('versions');
});

test('the screen of somebody who only reads follows', async () => {
  await lookAs(one, 'A. Thorne', 'D. Rowe');
  await openDemo(one.driver, network);
  await shows(one.driver, 'Only looking', 'degree at least 2');
  await keepFrom(two, '4');
  await shows(one.driver, 'degree at least 4');
  // As it was, for other tests.
  await (await button(two.driver, 'Undo')).click();
  await (await button(two.driver, 'Undo')).click();
  await shows(two.driver, 'Saved');
});
