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
