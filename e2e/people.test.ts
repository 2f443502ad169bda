/** People: looked as on one's own machine, and signed in by links and passwords where accounts are needed, on a second server of the same database. */
import { type ChildProcess, execFileSync, spawn } from 'node:child_process';
import { createServer } from 'node:net';
import { join } from 'node:path';
import { violations } from './axe';
import {
  type Browser,
  By,
  type WebDriver,
  button,
  choose,
  named,
  openBrowser,
  openDemo,
  pageDrawn,
  shows,
  wait,
} from './browser';

jest.setTimeout(240_000);
const root = join(__dirname, '..');
const password = 'four words of no kin';

const go = async (driver: WebDriver, address: string): Promise<void> => driver.get(address);
const write = async (driver: WebDriver, label: string, text: string): Promise<void> =>
  (await named(driver, 'input', label)).sendKeys(text);
const menu = async (driver: WebDriver, who: string, entry: string): Promise<void> => {
  await (await named(driver, 'button', `${who}: account`)).click();
  await (await named(driver, '[role="menuitem"]', entry)).click();
};

describe('on one’s own machine', () => {
  let browser: Browser;
  beforeAll(async () => (browser = await openBrowser()));
  afterAll(() => browser.close());

  test('a study is looked at as somebody who may only read it', async () => {
    const { driver } = browser;
    await go(driver, process.env.NUNATAK_URL ?? '');
    await shows(driver, 'You work as A. Thorne');
    expect(await violations(driver)).toEqual([]);
    const theirs = named(driver, '[role="menuitem"]', 'Look as D. Rowe');
    await (await named(driver, 'button', 'A. Thorne: account')).click();
    await (await theirs).click();
    await shows(driver, 'You work as D. Rowe', 'you are a reader');
    await openDemo(driver, 'Who sent seed to whom');
    await shows(driver, 'Only looking');
    const none = async (...names: string[]): Promise<void> => {
      for (const name of names)
        expect([
          name,
          (await driver.findElements(By.xpath(`//button[normalize-space()="${name}" and not(@disabled)]`))).length,
        ]).toEqual([name, 0]);
    };
    // Nothing is offered that would be refused.
    await none('Make figure');
    const study = (await driver.getCurrentUrl()).replace(/networks\/.*/, '');
    await go(driver, `${study}networks`);
    await shows(driver, 'What the records hold');
    await none('New network');
    expect((await driver.findElements(By.css('main [aria-label$=": more"]'))).length).toBe(0);
    await go(driver, `${study}records?table=people`);
    await shows(driver, 'Types of the columns');
    await none('Paste cells', 'Type in', 'Delete the table', 'Bring back');
    expect(await (await named(driver, 'input', 'Name')).isEnabled()).toBe(false);
    expect(await violations(driver)).toEqual([]);
    await go(driver, `${study}names`);
    await shows(driver, 'One list for columns');
    await none('New list', 'Columns', 'Delete the list');
    expect((await driver.findElements(By.css('button[aria-label^="Join "]'))).length).toBe(0);
    await go(driver, `${study}people`);
    await shows(driver, 'Who sees what', 'D. Rowe · you');
    expect((await driver.findElements(By.css('[aria-label^="Role of"]'))).length).toBe(0);
    expect(await violations(driver)).toEqual([]);
  });
});

describe('where accounts are needed', () => {
  let server: ChildProcess;
  let address = '';
  const browsers: Browser[] = [];
  const opened = async (): Promise<WebDriver> => {
    const browser = await openBrowser();
    browsers.push(browser);
    return browser.driver;
  };
  beforeAll(async () => {
    const port = await new Promise<number>((resolve) => {
      const free = createServer().listen(0, '127.0.0.1', () => {
        const { port: found } = free.address() as { port: number };
        free.close(() => resolve(found));
      });
    });
    address = `http://127.0.0.1:${port}`;
    server = spawn(
      process.execPath,
      [join('node_modules', 'next', 'dist', 'bin', 'next'), 'start', '--hostname', '127.0.0.1', '--port', String(port)],
      { cwd: root, stdio: 'ignore', env: { ...process.env, NODE_ENV: 'production', NUNATAK_ACCOUNTS: 'required' } },
    );
    for (let i = 0; i < 300; i++) {
      if (
        await fetch(`${address}/icon.svg`).then(
          (answer) => answer.ok,
          () => false,
        )
      )
        return;
      await new Promise((resolve) => setTimeout(resolve, 100));
    }
    throw new Error('the second server does not answer');
  });
  afterAll(async () => {
    server.kill('SIGTERM');
    await Promise.all(browsers.map((one) => one.close()));
  });

  test('nobody gets in without one; the first administrator by a link that is printed', async () => {
    expect((await fetch(`${address}/api/studies/00000000-0000-4000-8000-000000000000/versions`)).status).toBe(401);
    const driver = await opened();
    await go(driver, address);
    await driver.wait(async () => (await driver.getCurrentUrl()).endsWith('/sign-in'), wait);
    expect(await violations(driver)).toEqual([]);
    const printed = execFileSync(join(root, 'node_modules', '.bin', 'tsx'), ['scripts/first-link.ts', address], {
      cwd: root,
      encoding: 'utf8',
      env: { ...process.env, NUNATAK_ACCOUNTS: 'required' },
    });
    const [link] = /http:\S+\/link\/\S+/.exec(printed) ?? [];
    await go(driver, link ?? '');
    expect(await violations(driver)).toEqual([]);
    await write(driver, 'Your name', 'A. Thorne');
    await write(driver, 'E-mail', 'a.thorne@orrin.example');
    await write(driver, 'Password', password);
    await (await button(driver, 'Set the password')).click();
    await shows(driver, 'Orrin Sound seed circle');
    await go(driver, link ?? '');
    await shows(driver, 'This link is not good any more');
  });

  test('somebody is invited, given a part, and let out', async () => {
    const [{ driver }] = browsers;
    await go(driver, `${address}/administration`);
    await (await button(driver, 'Invite')).click();
    await write(driver, 'Name', 'E. Marsh');
    await write(driver, 'E-mail', 'e.marsh@orrin.example');
    await (await button(driver, 'Make a link')).click();
    const link = await (await named(driver, 'input', 'Link for E. Marsh')).getAttribute('value');
    expect(await violations(driver)).toEqual([]);

    const theirs = await opened();
    await go(theirs, link ?? '');
    await write(theirs, 'Password', 'too short');
    await (await button(theirs, 'Set the password')).click();
    await write(theirs, 'Password', ` no more, and longer`);
    await (await button(theirs, 'Set the password')).click();
    await shows(theirs, 'No study yet');

    await go(driver, address);
    await (await button(driver, 'Orrin Sound seed circle')).click();
    await driver.wait(async () => (await driver.getCurrentUrl()).includes('/networks'), wait);
    await go(driver, (await driver.getCurrentUrl()).replace(/networks.*/, 'people'));
    await (await button(driver, 'Add somebody')).click();
    await write(driver, 'E-mail', 'e.marsh@orrin.example');
    await choose(driver, 'As', 'reader');
    await (await button(driver, 'Add to the study')).click();
    await shows(driver, 'E. Marsh', 'What happened', 'A. Thorne made E. Marsh a reader');
    await theirs.navigate().refresh();
    await shows(theirs, 'Orrin Sound seed circle', 'you are a reader');

    await go(driver, `${address}/administration`);
    await (await named(driver, 'button', 'E. Marsh: more')).click();
    await (await named(driver, '[role="menuitem"]', 'Deactivate')).click();
    await shows(driver, 'deactivated');
    await theirs.navigate().refresh();
    await theirs.wait(async () => (await theirs.getCurrentUrl()).endsWith('/sign-in'), wait);
    await write(theirs, 'E-mail', 'e.marsh@orrin.example');
    await write(theirs, 'Password', 'too short no more, and longer');
    await (await button(theirs, 'Sign in')).click();
    await shows(theirs, 'E-mail address or password are not right.');
  });

  test('an outsider explores a figure by its link, and nothing else, until it is ended', async () => {
    const [{ driver }] = browsers;
    await go(driver, address);
    await (await button(driver, 'Orrin Sound seed circle')).click();
    await driver.wait(async () => (await driver.getCurrentUrl()).includes('/networks'), wait);
    const study = /studies\/([^/]+)/.exec(await driver.getCurrentUrl())?.[1] ?? '';
    await go(driver, `${address}/studies/${study}/figures`);
    await (await driver.findElement(By.css('main a[href*="/figures/"]'))).click();
    await driver.wait(async () => (await driver.getCurrentUrl()).includes('/figures/'), wait);
    await driver.wait(
      async () => (await driver.findElements(By.css('main[aria-label="The page"] canvas'))).length,
      wait,
    );
    await pageDrawn(driver);
    await (await button(driver, 'A link for outsiders')).click();
    await (await button(driver, 'Make the link')).click();
    const link = await (await named(driver, 'input', 'Link for outsiders')).getAttribute('value');
    expect(await violations(driver)).toEqual([]);

    const outside = await opened();
    await go(outside, link ?? '');
    await outside.wait(async () => (await outside.findElements(By.css('canvas, svg'))).length > 0, wait);
    expect(await outside.executeScript('return window.origin')).toBe('null');
    await go(outside, `${address}/studies/${study}/figures`);
    await outside.wait(async () => (await outside.getCurrentUrl()).endsWith('/sign-in'), wait);

    await go(driver, `${address}/studies/${study}/people`);
    await shows(driver, 'opened 1 time');
    await (await named(driver, 'button', 'End the link to')).click();
    await shows(driver, 'None. Take away');
    await go(outside, link ?? '');
    await shows(outside, 'There is nothing behind this link');
  });

  test('an outsider reads a network, with the records behind its ties where that was chosen', async () => {
    const [{ driver }] = browsers;
    await go(driver, address);
    await (await button(driver, 'Orrin Sound seed circle')).click();
    await shows(driver, 'Who sent seed to whom');
    await (await named(driver, 'main a', 'Who sent seed to whom')).click();
    await (await named(driver, 'button', 'Take away')).click();
    const make = async (records: boolean): Promise<string> => {
      await (await button(driver, 'A link for outsiders')).click();
      if (records) await (await named(driver, '[role="switch"]', 'With the records behind its ties')).click();
      await (await button(driver, 'Make the link')).click();
      return (await (await named(driver, 'input', 'Link for outsiders')).getAttribute('value')) ?? '';
    };
    await driver.wait(async () => (await button(driver, 'A link for outsiders')).isEnabled(), wait);
    const bare = await make(false);
    expect(await violations(driver)).toEqual([]);
    await (await button(driver, 'Done')).click();
    const full = await make(true);
    const outside = await opened();
    for (const [link, records] of [
      [bare, 0],
      [full, 1],
    ] as const) {
      await go(outside, link);
      await (await named(outside, 'input', 'Find a node')).sendKeys('Thrave');
      await (await outside.findElement(By.css('ul[aria-label="Found"] button'))).click();
      await shows(outside, 'ties');
      await (await named(outside, 'button', 'The tie with')).click();
      expect([link, Math.min(1, (await outside.findElements(By.css('.record'))).length)]).toEqual([link, records]);
      expect(await outside.executeScript('return window.origin')).toBe('null');
    }
    await go(driver, (await driver.getCurrentUrl()).replace(/networks\/.*/, 'people'));
    await shows(driver, 'Who sent seed to whom, to read', 'with records', 'without records');
  });

  test('out, and in again; the password is changed', async () => {
    const [{ driver }] = browsers;
    await menu(driver, 'A. Thorne', 'Your account');
    await shows(driver, 'Sign out everywhere');
    expect(await violations(driver)).toEqual([]);
    await write(driver, 'Present password', password);
    await write(driver, 'New password', `${password}, changed`);
    await (await button(driver, 'Change the password')).click();
    await shows(driver, 'The password is changed.');
    await menu(driver, 'A. Thorne', 'Sign out');
    await driver.wait(async () => (await driver.getCurrentUrl()).endsWith('/sign-in'), wait);
    await write(driver, 'E-mail', 'a.thorne@orrin.example');
    await write(driver, 'Password', `${password}, changed`);
    await (await button(driver, 'Sign in')).click();
    await shows(driver, 'Orrin Sound seed circle');
  });
});
