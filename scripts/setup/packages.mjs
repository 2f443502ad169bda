/** Installs what is missing: Debian's packages through apt, Node's through npm ci. */
import { createHash } from 'node:crypto';
import { existsSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { output, run, say } from './run.mjs';

const postgresRoot = '/usr/lib/postgresql';

/** The folder with the server's programs of the newest PostgreSQL installed; undefined where there is none. */
export function postgresPrograms() {
  const versions = existsSync(postgresRoot) ? readdirSync(postgresRoot) : [];
  const found = versions
    .sort((a, b) => Number(b) - Number(a))
    .map((version) => join(postgresRoot, version, 'bin'))
    .find((folder) => existsSync(join(folder, 'postgres')) && existsSync(join(folder, 'initdb')));
  return found ?? (output('which', ['initdb']) && output('which', ['postgres']) ? '' : undefined);
}

function install(packages, why) {
  if (process.getuid?.() !== 0) {
    throw new Error(`${why} needs ${packages.join(' and ')}. Install with: sudo apt-get install ${packages.join(' ')}`);
  }
  say(`Installing ${packages.join(', ')} …`);
  const env = { ...process.env, DEBIAN_FRONTEND: 'noninteractive' };
  run('apt-get', ['update', '-qq'], { env, stdio: ['ignore', 'ignore', 'inherit'] });
  run('apt-get', ['install', '-y', '-qq', '--no-install-recommends', ...packages], {
    env,
    stdio: ['ignore', 'ignore', 'inherit'],
  });
}

/** A PostgreSQL server, unless an outside one is used. */
export function needPostgres() {
  if (postgresPrograms() === undefined) install(['postgresql'], 'The database');
}

/** A browser and its driver, for the tests. */
export function needChromium() {
  const missing = ['chromium', 'chromedriver', 'qpdf', 'pdftotext'].filter(
    (program) => !existsSync(`/usr/bin/${program}`),
  );
  if (missing.length) install(['chromium', 'chromium-driver', 'qpdf', 'poppler-utils'], 'The browser tests');
}

/** The packages of the lock file; nothing is done where they are all there. */
export function needModules(root) {
  const lock = createHash('sha256')
    .update(readFileSync(join(root, 'package-lock.json')))
    .digest('hex');
  const mark = join(root, 'node_modules', '.installed');
  if (existsSync(mark) && readFileSync(mark, 'utf8') === lock) return;
  say('Installing the packages of the lock file …');
  run('npm', ['ci', '--no-audit', '--no-fund', '--loglevel=error'], {
    cwd: root,
    env: { ...process.env, NODE_ENV: 'development' },
  });
  writeFileSync(mark, lock);
}
