/** The scripts that set up and start, on folders of their own. */
import { type ChildProcess, spawn, spawnSync } from 'node:child_process';
import { createServer } from 'node:net';
import { join } from 'node:path';

jest.setTimeout(120000);
const root = process.cwd();
const pathOf = (name: string): string => JSON.stringify(join(root, 'scripts', 'setup', name));

/** Runs a piece of a script in a process of its own. */
const script = (text: string) => spawnSync(process.execPath, ['--input-type=module', '-e', text], { encoding: 'utf8' });

const useCluster = (folder: string, then: string): string => `
  import { postgres } from ${pathOf('postgres.mjs')};
  const held = await postgres(${JSON.stringify(folder)});
  console.log('url', held.url);
  ${then}
`;
const urlIn = (output: string): string => /url (\S+)/.exec(output)?.[1] ?? '';
const answers = (url: string): boolean =>
  script(`import pg from ${JSON.stringify(join(root, 'node_modules/pg/lib/index.js'))};
    const c = new pg.Client({ connectionString: ${JSON.stringify(url)}, connectionTimeoutMillis: 3000 });
    await c.connect(); await c.query('select 1'); await c.end();`).status === 0;

let folder: string;
beforeAll(() => {
  const made = script(`import { scratchFolder } from ${pathOf('run.mjs')}; console.log(scratchFolder('setup').folder)`);
  folder = made.stdout.trim();
});
afterAll(() => void spawnSync('rm', ['-rf', folder]));

/** Starts a piece of a script that goes on, and waits for its address. */
async function started(text: string): Promise<{ child: ChildProcess; url: string }> {
  const child = spawn(process.execPath, ['--input-type=module', '-e', text], { stdio: ['ignore', 'pipe', 'inherit'] });
  let printed = '';
  await new Promise<void>((resolve, reject) => {
    child.stdout.on('data', (piece: Buffer) => {
      printed += piece.toString();
      if (printed.includes('url')) resolve();
    });
    child.once('exit', () => reject(new Error('ended early')));
  });
  return { child, url: urlIn(printed) };
}

test('a cluster is made, answers, and is stopped by the one who started it', () => {
  const { stdout, status } = script(useCluster(folder, 'held.giveBack();'));
  expect(status).toBe(0);
  expect(urlIn(stdout)).toMatch(/^postgres:\/\/nunatak:[0-9a-f]{36}@127\.0\.0\.1:\d+\/postgres$/);
  expect(answers(urlIn(stdout))).toBe(false);
});

test('a second start uses the running one, and the last to leave stops it', async () => {
  const first = await started(useCluster(folder, 'setInterval(() => {}, 1000);'));
  const second = script(useCluster(folder, 'held.giveBack();'));
  expect(urlIn(second.stdout)).toBe(first.url);
  expect(answers(first.url)).toBe(true);
  // Killed outright: the server goes on, and the next start takes it over and stops it.
  first.child.kill('SIGKILL');
  await new Promise((resolve) => setTimeout(resolve, 300));
  const third = script(useCluster(folder, 'held.giveBack();'));
  expect(urlIn(third.stdout)).toBe(first.url);
  expect(answers(first.url)).toBe(false);
});

test('a cluster whose making was cut off is made again', () => {
  const fresh = `${folder}/cut-off`;
  spawnSync('mkdir', ['-p', `${fresh}/postgres.making/base`]);
  spawnSync('chmod', ['755', fresh]);
  expect(script(useCluster(fresh, 'held.giveBack();')).status).toBe(0);
});

test('two first starts at once make one cluster', async () => {
  const fresh = `${folder}/at-once`;
  spawnSync('mkdir', ['-p', fresh]);
  spawnSync('chmod', ['755', fresh]);
  const both = await Promise.all([1, 2].map(() => started(useCluster(fresh, 'setInterval(() => {}, 1000);'))));
  expect(both[0].url).toBe(both[1].url);
  expect(answers(both[0].url)).toBe(true);
  for (const { child } of both) child.kill('SIGKILL');
  script(useCluster(fresh, 'held.giveBack();'));
});

test('a start that was killed while it made the cluster leaves nothing that the next one trips over', async () => {
  const fresh = `${folder}/killed`;
  spawnSync('mkdir', ['-p', fresh]);
  spawnSync('chmod', ['755', fresh]);
  const first = spawn(process.execPath, ['--input-type=module', '-e', useCluster(fresh, '')], {
    stdio: ['ignore', 'pipe', 'inherit'],
  });
  await new Promise<void>((resolve) => first.stdout.on('data', () => resolve()));
  const ended = new Promise((resolve) => first.once('exit', resolve));
  first.kill('SIGKILL');
  await ended;
  // Its initdb may still be writing.
  const { stdout, status } = script(useCluster(fresh, 'held.giveBack();'));
  expect([status, urlIn(stdout) !== '']).toEqual([0, true]);
});

test('a program that a killed start left running is ended by the next, another one is not', async () => {
  const register = `${folder}/left`;
  const going = `import { start } from ${pathOf('run.mjs')};
    const child = start('sleep', ['300'], { stdio: 'ignore' }, ${JSON.stringify(register)});
    console.log('url', child.pid);
    setInterval(() => {}, 1000);`;
  const [killed, standing] = [await started(going), await started(going)];
  killed.child.kill('SIGKILL');
  await new Promise((resolve) => killed.child.once('exit', resolve));
  const lives = (pid: string): boolean => spawnSync('kill', ['-0', pid]).status === 0;
  expect(lives(killed.url)).toBe(true);
  script(`import { endOrphans } from ${pathOf('run.mjs')}; await endOrphans(${JSON.stringify(register)});`);
  expect([lives(killed.url), lives(standing.url)]).toEqual([false, true]);
  standing.child.kill('SIGTERM');
  spawnSync('kill', [standing.url]);
});

test('what is run to its end is ended where the script is told to stop', async () => {
  const { child, url } = await started(`import { onEnd } from ${pathOf('serve.mjs')};
    import { runHeard } from ${pathOf('run.mjs')};
    onEnd(async () => undefined, 130);
    console.log('url told');
    await runHeard('sleep', ['300'], { stdio: 'ignore' });`);
  expect(url).toBe('told');
  const ended = new Promise<number | null>((resolve) => child.once('exit', (code) => resolve(code)));
  child.kill('SIGTERM');
  expect(await ended).toBe(130);
});

test('a port that is taken is passed over, and that is said', async () => {
  const taken = createServer();
  const port = await new Promise<number>((resolve) => {
    taken.listen(0, '127.0.0.1', () => resolve((taken.address() as { port: number }).port));
  });
  const { stdout } = script(
    `import { portFrom } from ${pathOf('serve.mjs')}; console.log('got', await portFrom(${port}))`,
  );
  taken.close();
  expect(stdout).toContain(`Port ${port} is taken`);
  expect(Number(/got (\d+)/.exec(stdout)?.[1])).toBeGreaterThan(port);
});
