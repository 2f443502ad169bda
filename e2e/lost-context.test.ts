/** The thread that draws: it shares memory with the page, and after its WebGL context was lost the map comes back as it was. */
import { type Browser, button, drawing, named, openBrowser, shows, wait } from './browser';

const home = process.env.NUNATAK_URL ?? 'http://127.0.0.1:3000';
jest.setTimeout(120000);

let browser: Browser;
beforeAll(async () => {
  browser = await openBrowser();
});
afterAll(() => browser.close());

interface Told {
  method?: string;
  params?: { sessionId: string; targetInfo: { title: string } };
}
/** A way to the threads of the page, by the browser's own protocol. */
interface Way {
  sessionId: string | null;
  send(
    method: string,
    params: object,
  ): Promise<{ result: { result?: { objectId: string; value?: unknown }; objects?: { objectId: string } } }>;
  _wsConnection: { on(event: 'message', heard: (data: Buffer) => void): void };
}

/** Does something with the first context of the thread that draws. */
async function onContext(way: Way, code: string): Promise<unknown> {
  const { result: made } = await way.send('Runtime.evaluate', { expression: 'WebGL2RenderingContext.prototype' });
  const { result: found } = await way.send('Runtime.queryObjects', { prototypeObjectId: made.result?.objectId });
  const { result } = await way.send('Runtime.callFunctionOn', {
    objectId: found.objects?.objectId,
    functionDeclaration: `function () { self.lost ??= this[0].getExtension('WEBGL_lose_context'); ${code}; }`,
    returnByValue: true,
  });
  return result.result?.value;
}

test('the map is drawn again after the context was lost and restored', async () => {
  const { driver } = browser;
  await driver.get(home);
  await (await button(driver, 'Orrin Sound seed circle')).click();
  await (await named(driver, 'a[href]', 'Who sent seed to whom', true)).click();
  await shows(driver, 'settled', 'legend on');
  const size = async (): Promise<number> => (await (await drawing(driver)).takeScreenshot()).length;
  let last = 0;
  const atRest = async (): Promise<boolean> => {
    const now = await size();
    const rests = now === last;
    last = now;
    return rests;
  };
  await driver.wait(atRest, wait, 'the map comes to rest');
  const before = await size();
  const way = (await driver.createCDPConnection('page')) as unknown as Way;
  const thread = new Promise<string>((found) =>
    way._wsConnection.on('message', (data) => {
      const { method, params } = JSON.parse(data.toString()) as Told;
      if (method === 'Target.attachedToTarget' && params?.targetInfo.title === 'scene') found(params.sessionId);
    }),
  );
  await way.send('Target.setAutoAttach', { autoAttach: true, waitForDebuggerOnStart: false, flatten: true });
  way.sessionId = await thread;
  for (const session of [null, await thread]) {
    way.sessionId = session;
    const { result } = await way.send('Runtime.evaluate', { expression: 'crossOriginIsolated' });
    expect(result.result?.value).toBe(true);
  }
  expect(await onContext(way, 'self.lost.loseContext(); return this[0].isContextLost()')).toBe(true);
  await onContext(way, 'self.lost.restoreContext()');
  // What was drawn last stays to be seen; so whether it is drawn again shows when the camera moves.
  const farther = await button(driver, 'Farther');
  for (let k = 0; k < 5; k++) await farther.click();
  await driver.wait(async () => (await size()) < before * 0.8, wait, 'the map moves away');
  await (await button(driver, 'Fit to the view')).click();
  await driver.wait(async () => Math.abs((await size()) - before) < before * 0.05, wait, 'the map comes back');
});
