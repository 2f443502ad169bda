/** Two windows on one network: nothing that either does is lost. */
import { Key, until } from 'selenium-webdriver';
import { type Browser, By, button, named, openBrowser, shows, wait } from './browser';

const home = process.env.NUNATAK_URL ?? 'http://127.0.0.1:3000';
jest.setTimeout(180000);

let one: Browser;
let two: Browser;
beforeAll(async () => {
  [one, two] = await Promise.all([openBrowser(), openBrowser()]);
});
afterAll(async () => {
  await Promise.all([one.close(), two.close()]);
});

async function open({ driver }: Browser): Promise<void> {
  await driver.get(home);
  await (await button(driver, 'Orrin Sound seed circle')).click();
  await (await named(driver, 'a[href]', 'Who sent seed to whom', true)).click();
  await shows(driver, 'settled', 'legend on');
  // A page that was just opened goes on with what another stores before it hears the news.
  await driver.wait(until.elementLocated(By.css('html[data-news]')), wait, 'no news come');
}

async function keepFrom({ driver }: Browser, degree: string): Promise<void> {
  await (await button(driver, 'Keep degree at least')).click();
  const field = await named(driver, 'input', 'At least');
  await field.sendKeys(Key.chord(Key.CONTROL, 'a'), degree, Key.ENTER);
  await shows(driver, `degree at least ${degree}`);
}

test('the second to save is told, keeps both versions, and can go on with either', async () => {
  await open(one);
  await open(two);
  await keepFrom(one, '8');
  await shows(one.driver, 'Saved');
  await keepFrom(two, '12');
  await shows(two.driver, 'This network was changed elsewhere', 'Not saved');
  const address = await two.driver.getCurrentUrl();
  await (await button(two.driver, 'Keep mine as a new network')).click();
  await two.driver.wait(async () => (await two.driver.getCurrentUrl()) !== address, wait);
  await shows(two.driver, 'Who sent seed to whom (my version)', 'degree at least 12');
  await one.driver.navigate().refresh();
  await shows(one.driver, 'degree at least 8');
});

test('what is stored can be taken instead', async () => {
  await open(two);
  await keepFrom(one, '9');
  await shows(one.driver, 'Saved');
  await keepFrom(two, '11');
  await shows(two.driver, 'This network was changed elsewhere');
  await (await button(two.driver, 'Go on with what is stored')).click();
  await shows(two.driver, 'degree at least 9', 'Saved');
  await keepFrom(two, '7');
  await shows(two.driver, 'Saved');
});

test('what is deleted in one window is missing, in a sentence, in the other', async () => {
  await two.driver.get(home);
  await (await button(two.driver, 'New study')).click();
  await (await named(two.driver, 'input', 'Name of the new study')).sendKeys('Short-lived', Key.ENTER);
  await shows(two.driver, 'No records yet');
  const address = await two.driver.getCurrentUrl();
  await one.driver.get(home);
  await (await named(one.driver, 'button', 'Short-lived: more')).click();
  await (await named(one.driver, '[role="menuitem"]', 'Rename')).click();
  const field = await named(one.driver, 'input', 'Name of the study');
  await field.sendKeys(Key.chord(Key.CONTROL, 'a'), 'Gone tomorrow', Key.ENTER);
  await shows(one.driver, 'Gone tomorrow');
  await (await named(one.driver, 'button', 'Gone tomorrow: more')).click();
  await (await named(one.driver, '[role="menuitem"]', 'Delete')).click();
  await shows(one.driver, '“Gone tomorrow” deleted');
  await two.driver.get(address);
  await shows(two.driver, 'This is not here');
  await (await button(two.driver, 'All studies')).click();
  await two.driver.wait(async () => (await two.driver.findElements(By.css('main li'))).length > 0, wait);
});
