/** Costly work is done by the server's workers: the tile says so, the page may go, and whoever else opens the network sees the same run. */
import { type ChildProcess, spawn } from 'node:child_process';
import { type AddressInfo, createServer } from 'node:net';
import { largeStudy } from './large';
import { violations } from './axe';
import {
  type Browser,
  By,
  choose,
  consoleErrors,
  named,
  openBrowser,
  pageText,
  shows,
  showView,
  wait,
  type WebDriver,
} from './browser';

jest.setTimeout(240_000);
let browsers: Browser[];
let network: string;
beforeAll(async () => {
  browsers = [await openBrowser(), await openBrowser()];
  network = largeStudy(6000, 50_000);
});
afterAll(async () => {
  for (const browser of browsers) await browser.close();
});

const measure = By.xpath('//nav[@aria-label="Trail"]//button[.//b[text()="Measure"]]');
const tile = async ({ driver }: Browser): Promise<string> =>
  (await (await driver.findElement(measure)).getText().catch(() => '')).replace(/\s+/g, ' ');
const until = ({ driver }: Browser, what: () => Promise<boolean>, words: string): Promise<boolean> =>
  driver.wait(() => what().catch(() => false), 3 * wait, words);

/** Opens a network, and has betweenness computed on the server. */
async function asksServer(one: Browser, address: string): Promise<void> {
  const { driver } = one;
  await driver.get(address);
  await driver.wait(async () => (await driver.findElements(measure)).length > 0, wait);
  await (await driver.findElement(measure)).click();
  await until(one, async () => /column/.test(await tile(one)), 'degree is there');
  await (await named(driver, 'input', 'Find a measure by name')).sendKeys('Betweenness');
  const box = By.xpath('//aside[@aria-label="Step Measure"]//li[.//span[text()="Betweenness"]]//input');
  await driver.wait(async () => (await driver.findElements(box)).length > 0, wait);
  await (await driver.findElement(box)).click();
  // It begins in the page, and is sent away from there.
  await choose(driver, 'Where it runs', 'on the server');
  await until(one, async () => /server/.test(await tile(one)), 'the tile says where it runs');
}

test('work that is sent to the server is told in its tile, waits for whoever comes back, and is seen by others', async () => {
  const [one, other] = browsers;
  const { driver } = one;
  await asksServer(one, network);
  await shows(driver, 'You may close this page: the result waits for you.');
  expect(await violations(driver)).toEqual([]);
  // Somebody else who opens it sees the same.
  await other.driver.get(network);
  await other.driver.wait(async () => (await other.driver.findElements(measure)).length > 0, wait);
  // The page goes, and comes back.
  await driver.navigate().refresh();
  await until(one, async () => /3 columns/.test(await tile(one)), `the result is there, not ${await tile(one)}`);
  await until(other, async () => /3 columns/.test(await tile(other)), 'for the other as well');
  expect(await consoleErrors(driver)).toEqual([]);
});

test('random networks are drawn on the server, and whoever asks for the same again has them at once', async () => {
  const [one, other] = browsers;
  const asks = async ({ driver }: Browser): Promise<void> => {
    await driver.get(network);
    await driver.wait(async () => (await driver.findElements(measure)).length > 0, wait);
    await shows(driver, 'settled');
    await showView(driver, 'Chance');
    await choose(driver, 'Where they are drawn', 'on the server');
    await (await named(driver, 'button', 'Draw 100 random networks')).click();
  };
  await asks(one);
  await shows(one.driver, 'You may close this page: ask again later, and the answer is there.');
  expect(await violations(one.driver)).toEqual([]);
  await shows(one.driver, 'networks drawn');
  await asks(other);
  await shows(other.driver, 'networks drawn');
  const tables: string[] = [];
  for (const { driver } of [one, other]) {
    tables.push(await (await driver.findElement(By.css('main table'))).getText());
    expect(await consoleErrors(driver)).toEqual([]);
  }
  expect(tables[0]).toContain('030C');
  expect(tables[1]).toBe(tables[0]);
});

describe('a process that answers pages, of its own', () => {
  let port: number;
  let web: ChildProcess | undefined;
  beforeAll(async () => {
    const held = createServer();
    await new Promise<void>((resolve) => held.listen(0, '127.0.0.1', resolve));
    ({ port } = held.address() as AddressInfo);
    await new Promise((resolve) => held.close(resolve));
    await started();
  });
  afterAll(killed);

  async function started(): Promise<void> {
    web = spawn(
      process.execPath,
      ['node_modules/next/dist/bin/next', 'start', '--hostname', '127.0.0.1', '--port', String(port)],
      { stdio: 'ignore', env: { ...process.env, NODE_ENV: 'production' } },
    );
    for (let i = 0; i < 300; i++) {
      if (
        await fetch(`http://127.0.0.1:${port}/api/ready`).then(
          ({ ok }) => ok,
          () => false,
        )
      )
        return;
      await new Promise((resolve) => setTimeout(resolve, 100));
    }
    throw new Error('it did not start');
  }
  async function killed(): Promise<void> {
    const gone = new Promise((resolve) => web?.once('exit', resolve));
    web?.kill('SIGKILL');
    await gone;
  }
  const tells = (driver: WebDriver): Promise<string> => pageText(driver);

  test('is killed while a run is under way: the page waits for it, and has the result from the one that takes its place', async () => {
    const [one] = browsers;
    const address = new URL(largeStudy(6000, 50_000));
    address.port = String(port);
    await asksServer(one, address.href);
    await killed();
    await started();
    await until(one, async () => /3 columns/.test(await tile(one)), `the result is there, not ${await tile(one)}`);
    expect(await tells(one.driver)).not.toMatch(/The run on the server|does not answer/);
  });
});
