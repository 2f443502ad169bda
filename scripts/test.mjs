/**
 * `npm test`: installs what is missing, then types, lint, import rules and formatting, then the unit, integration and browser tests against a
 * throw-away database. Ends with the totals over all suites. `npm test -- unit` runs one part: checks, unit, integration or browser.
 */
import { readFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { needBuild } from './setup/build.mjs';
import { database, prepare } from './setup/database.mjs';
import { needChromium, needModules, postgresPrograms } from './setup/packages.mjs';
import { runHeard, say, scratchFolder, stop } from './setup/run.mjs';
import { onEnd, portFrom, serve, serveFeed, serveWorker } from './setup/serve.mjs';
import { workProgram } from './setup/work.mjs';

const root = dirname(dirname(fileURLToPath(import.meta.url)));
const bin = (name) => join(root, 'node_modules', '.bin', name);
const asked = process.argv.slice(2);
const wants = (part) => asked.length === 0 || asked.includes(part);
const totals = { passed: 0, failed: 0 };
const given = [];

const end = async () => {
  // Also where a signal comes while this is under way: nothing is given back twice.
  for (let giveBack = given.pop(); giveBack; giveBack = given.pop()) await giveBack();
};
onEnd(end, 130);

/** A check is one test: it passes or fails whole. */
async function check(name, program, args) {
  say(`\n— ${name}`);
  const status = await runHeard(bin(program), args, { cwd: root, stdio: 'inherit' });
  totals[status === 0 ? 'passed' : 'failed']++;
}

async function suite(name, env, args = []) {
  say(`\n— ${name} tests`);
  const report = join(scratch, `${name}.json`);
  await runHeard(bin('jest'), ['--selectProjects', name, '--json', `--outputFile=${report}`, ...args], {
    cwd: root,
    stdio: ['ignore', 'ignore', 'inherit'],
    env: { ...process.env, NODE_ENV: 'test', ...env },
  });
  try {
    const { numPassedTests, numFailedTests, numRuntimeErrorTestSuites } = JSON.parse(readFileSync(report, 'utf8'));
    totals.passed += numPassedTests;
    totals.failed += numFailedTests + numRuntimeErrorTestSuites;
  } catch {
    totals.failed++;
  }
}

/** The tests of the private cluster need PostgreSQL's programs on this machine; with an outside server they may be missing. */
function leftOut() {
  if (!process.env.DATABASE_URL || postgresPrograms() !== undefined) return [];
  say(
    'PostgreSQL is not installed here and DATABASE_URL names an outside one: the tests of setting it up and of killing it are left out.',
  );
  return ['--testPathIgnorePatterns=(setup|database-killed)\\.integration'];
}

/** A fresh database of its own, with nothing in it but the schema or the demo study. */
async function freshDatabase(name, demo) {
  const held = process.env.DATABASE_URL ? await outsideDatabase(name) : await database(join(scratch, name));
  given.push(held.giveBack);
  prepare(root, held.url, { demo });
  return held.url;
}

/** A database of its own on the outside server, dropped afterwards. */
async function outsideDatabase(name) {
  const { default: pg } = await import('pg');
  const own = `nunatak_test_${name}_${process.pid}`;
  const ask = async (text) => {
    const client = new pg.Client({ connectionString: process.env.DATABASE_URL });
    await client.connect();
    await client.query(text);
    await client.end();
  };
  await ask(`create database ${own}`);
  const url = new URL(process.env.DATABASE_URL);
  url.pathname = `/${own}`;
  return { url: url.href, giveBack: () => ask(`drop database ${own} with (force)`) };
}

needModules(root);
const { folder: scratch, remove } = scratchFolder('test');
given.push(remove);
try {
  const checks = async () => {
    await check('route types', 'next', ['typegen']);
    await check('types', 'tsc', ['--noEmit', '-p', '.']);
    await check('lint', 'eslint', ['.', '--cache', '--cache-location', 'node_modules/.cache/eslint']);
    await check('import rules', 'depcruise', [
      'core',
      'files',
      'threads',
      'worker',
      'server',
      'ui',
      'app',
      'proxy.ts',
      'runner',
      'explore',
      'feed',
      'demo',
      '--config',
      '.dependency-cruiser.cjs',
    ]);
    await check('formatting', 'prettier', ['--check', '--log-level', 'warn', '.']);
    await check('unused exports and files', 'knip', ['--no-progress']);
  };
  const integration = async () => {
    const env = { DATABASE_URL: await freshDatabase('integration', false), NUNATAK_WORK: await workProgram(root) };
    await suite('integration', env, ['--runInBand', ...leftOut()]);
  };
  // Two at a time: none needs what another has. Unit tests take one processor less than there are.
  const others = async () => {
    if (wants('checks')) await checks();
    if (wants('integration')) await integration();
  };
  await Promise.all([others(), wants('unit') && suite('unit', {})]);
  if (wants('browser')) {
    needChromium();
    await needBuild(root);
    const url = await freshDatabase('browser', true);
    const feed = await serveFeed(root, ['--pace', '1200']);
    given.push(() => stop(feed.child));
    const worker = await serveWorker(root, url);
    given.push(() => stop(worker));
    const server = await serve(root, { mode: 'start', port: await portFrom(3400), url, quiet: true, feed: feed.port });
    given.push(() => stop(server.child));
    await suite('browser', { NUNATAK_URL: server.address, DATABASE_URL: url, NUNATAK_THROW_AWAY: '1' }, [
      '--runInBand',
    ]);
  }
} catch (error) {
  process.stderr.write(`${error.stack ?? error}\n`);
  totals.failed++;
} finally {
  await end();
}
say(`\n${totals.passed} passed, ${totals.failed} failed`);
process.exit(totals.failed ? 1 : 0);
