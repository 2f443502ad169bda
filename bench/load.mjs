/**
 * `npm run load -- [SECONDS]`: two web processes on one database under the work of a team, ten minutes unless told. Fifty readers ask for something every five
 * seconds and hear the news; five writers save every two. At a third of the time a web process is killed, at two thirds the database. Ends with what was measured,
 * and fails where a save was lost or something failed while all was up. The application must have been built (`npm run demo` does).
 */
import { spawn } from 'node:child_process';
import { randomUUID } from 'node:crypto';
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { createRequire } from 'node:module';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { database, prepare } from '../scripts/setup/database.mjs';
import { postgresPrograms } from '../scripts/setup/packages.mjs';
import { freePort } from '../scripts/setup/postgres.mjs';
import { output } from '../scripts/setup/run.mjs';

const pg = createRequire(import.meta.url)('pg');
const root = fileURLToPath(new URL('..', import.meta.url));
const seconds = Number(process.argv[2] ?? 600);
const [readers, writers, everyRead, everyWrite] = [50, 5, 5000, 2000];
/** Milliseconds after a restart within which everybody must be going on again. */
const recovery = 30_000;
const sleep = (ms) => new Promise((resolve) => setTimeout(resolve, ms));
const say = (text) => process.stdout.write(`${text}\n`);

const folder = mkdtempSync(join(tmpdir(), 'nunatak-load-'));
delete process.env.DATABASE_URL;
const { url, giveBack } = await database(folder);
prepare(root, url, { demo: true });
const ask = async (sql, given = []) => {
  const client = new pg.Client({ connectionString: url });
  client.on('error', () => undefined);
  await client.connect();
  try {
    return (await client.query(sql, given)).rows;
  } finally {
    await client.end();
  }
};
const [{ id: study }] = await ask('select id from study');
const networks = (await ask('select id from network')).map(({ id }) => id);
const [table] = await ask("select id, key, set_id, version from study_table where key = 'consignments'");

const servers = [];
async function serve(port) {
  const child = spawn(
    process.execPath,
    [join('node_modules', 'next', 'dist', 'bin', 'next'), 'start', '--hostname', '127.0.0.1', '--port', String(port)],
    {
      cwd: root,
      stdio: 'ignore',
      env: { ...process.env, NODE_ENV: 'production', DATABASE_URL: url, LOG_LEVEL: 'silent' },
    },
  );
  const address = `http://127.0.0.1:${port}`;
  for (let i = 0; i < 600; i++) {
    if (
      await fetch(`${address}/icon.svg`).then(
        ({ ok }) => ok,
        () => false,
      )
    )
      return { child, port, address };
    await sleep(100);
  }
  throw new Error('a web process does not answer');
}
for (let i = 0; i < 2; i++) servers.push(await serve(await freePort()));
const memory = () =>
  servers.map(({ child }) => {
    const found = /VmRSS:\s+(\d+)/.exec(readFileSync(`/proc/${child.pid}/status`, 'utf8'));
    return Math.round(Number(found?.[1] ?? 0) / 1024);
  });

let over = false;
/** From when until when something is down or coming up again. */
const outages = [];
const during = (at) => outages.some(({ from, until }) => at >= from && at <= until);
const reads = [];
const failures = [];
const comeBack = new Map();
let outage;

function ended(who, at, ok, what) {
  if (ok) {
    if (outage && at > outage.restarted && !outage.back.has(who)) outage.back.set(who, at - outage.restarted);
  } else if (!during(at)) failures.push(`${what} at ${Math.round((at - begun) / 1000)} s`);
}

/** One of the two processes, the other where it does not answer, as a proxy before them would do. */
async function request(i, path, init) {
  const order = i % 2 ? [1, 0] : [0, 1];
  let last;
  for (const at of order) {
    try {
      return await fetch(servers[at].address + path, init);
    } catch (error) {
      last = error;
    }
  }
  throw last;
}

const paths = (i) => {
  const network = networks[i % networks.length];
  return [
    `/studies/${study}/networks`,
    `/studies/${study}/networks/${network}`,
    `/studies/${study}/records`,
    `/studies/${study}/people`,
    `/api/studies/${study}/versions`,
    `/api/studies/${study}/networks/${network}/archive`,
  ];
};
async function read(i) {
  await sleep((everyRead * i) / readers);
  for (let turn = i; !over; turn++) {
    const path = paths(turn).at(turn % 6 === 5 && turn % 4 ? 0 : turn % 6);
    const from = performance.now();
    const at = Date.now();
    try {
      const answer = await request(i, path);
      await answer.arrayBuffer();
      const took = performance.now() - from;
      if (answer.ok && !during(at)) reads.push(took);
      ended(`reader ${i}`, Date.now(), answer.ok, `${answer.status} ${path}`);
    } catch (error) {
      ended(`reader ${i}`, Date.now(), false, `${error.message} ${path}`);
    }
    await sleep(Math.max(0, everyRead - (performance.now() - from)));
  }
}
async function look(i) {
  const from = performance.now();
  const at = Date.now();
  try {
    const answer = await request(i, `/api/studies/${study}/versions`);
    await answer.arrayBuffer();
    if (answer.ok && !during(at)) reads.push(performance.now() - from);
    ended(`reader ${i}`, Date.now(), answer.ok, `${answer.status} versions`);
  } catch (error) {
    ended(`reader ${i}`, at, false, `${error.message} versions`);
  }
}
/** Hears the news as an open page does, and asks anew where the stream ends. */
let heard = 0;
async function hear(i) {
  while (!over) {
    try {
      const answer = await request(i, `/api/studies/${study}/news?place=networks`, { signal: ending.signal });
      let last = 0;
      for await (const piece of answer.body) {
        const changed = (
          Buffer.from(piece)
            .toString()
            .match(/event: changed/g) ?? []
        ).length;
        heard += changed;
        // An open page looks at most every three seconds at what was changed.
        if (!changed || Date.now() - last < 3000) continue;
        last = Date.now();
        void look(i);
      }
    } catch {
      // Asked for again.
    }
    await sleep(1000);
  }
}

/** Saves as the queue of a page does: under the same token until it is answered. */
const acknowledged = new Map();
let saves = 0;
async function write(i) {
  const author = randomUUID();
  let base = table.version;
  await sleep((everyWrite * i) / writers);
  for (let turn = 1; !over; turn++) {
    const text = `writer ${i}, ${turn}`;
    const token = randomUUID();
    const body = [
      JSON.stringify({ base, author }),
      JSON.stringify({ token, edit: { kind: 'cells', edits: [{ row: 100 + i, column: 0, text }], what: 'by hand' } }),
      '',
    ].join('\n');
    for (;;) {
      const at = Date.now();
      try {
        const answer = await request(i, `/api/studies/${study}/tables/${table.key}/edits`, { method: 'POST', body });
        const told = (await answer.text())
          .trim()
          .split('\n')
          .map((line) => JSON.parse(line))
          .findLast((one) => one.token === token);
        if (!answer.ok || !told) throw new Error(String(answer.status));
        if (told.fault) throw new Error(told.fault);
        base = told.version ?? base;
        acknowledged.set(i, text);
        saves++;
        ended(`writer ${i}`, Date.now(), true);
        break;
      } catch (error) {
        ended(`writer ${i}`, at, false, `save: ${error.message}`);
        await sleep(500);
      }
    }
    await sleep(everyWrite);
  }
}

async function breakdown(name, kill, restart) {
  say(`${name} is killed`);
  const from = Date.now();
  outage = { from, until: Infinity, restarted: Infinity, back: new Map() };
  outages.push(outage);
  kill();
  await sleep(2000);
  await restart();
  outage.restarted = Date.now();
  outage.until = outage.restarted + recovery;
  const mine = outage;
  await sleep(recovery);
  comeBack.set(name, mine);
}

const asPostgres =
  process.getuid?.() === 0
    ? { uid: Number(output('id', ['-u', 'postgres'])), gid: Number(output('id', ['-g', 'postgres'])) }
    : {};
/** The database's folder, as it says itself. */
const [{ data_directory: data }] = await ask('show data_directory');

const ending = new AbortController();
const begun = Date.now();
const atFirst = [];
const everybody = [
  ...Array.from({ length: readers }, (_, i) => read(i)),
  ...Array.from({ length: readers }, (_, i) => hear(i)),
  ...Array.from({ length: writers }, (_, i) => write(i)),
];
const until = async (share) => sleep(Math.max(0, begun + share * seconds * 1000 - Date.now()));
await until(1 / 6);
atFirst.push(...memory());
await until(1 / 3);
await breakdown(
  'A web process',
  () => servers[0].child.kill('SIGKILL'),
  async () => (servers[0] = await serve(servers[0].port)),
);
await until(2 / 3);
await breakdown(
  'The database',
  () => process.kill(Number(readFileSync(join(data, 'postmaster.pid'), 'utf8').split('\n')[0]), 'SIGKILL'),
  async () => {
    // With the port and settings of before; its last children may take a moment to end.
    for (let i = 0; i < 10; i++) {
      const args = ['-D', data, '-w', '-t', '60', '-l', join(data, 'server.log'), 'restart'];
      const started = spawn(join(postgresPrograms(), 'pg_ctl'), args, { ...asPostgres, cwd: '/', stdio: 'ignore' });
      const status = await new Promise((resolve) => started.once('exit', resolve));
      if (status === 0) return;
      await sleep(1000);
    }
    throw new Error('the database did not start again');
  },
);
await until(1);
over = true;
ending.abort();
const atLast = memory();
await Promise.race([Promise.allSettled(everybody), sleep(15_000)]);

const rows = await ask(
  'select cells from record where set_id = (select set_id from study_table where id = $1) and position between 100 and 104 order by position',
  [table.id],
);
const lost = [...acknowledged].filter(([i, text]) => rows[i].cells[0] !== text);
const [{ kept }] = await ask(
  'select count(*)::int as kept from table_change where table_id = $1 and token is not null',
  [table.id],
);
reads.sort((a, b) => a - b);
const share = (part) => Math.round(reads[Math.min(reads.length - 1, Math.floor(part * reads.length))]);
say(`${seconds} s, ${readers} readers with ${readers} streams of news, ${writers} writers, 2 web processes`);
say(
  `reads: ${reads.length}; median ${share(0.5)} ms, 95 % ${share(0.95)} ms, 99 % ${share(0.99)} ms, longest ${Math.round(reads.at(-1))} ms`,
);
say(`saves: ${saves} acknowledged, ${kept} kept, ${lost.length} lost; changes heard: ${heard}`);
say(
  `failed while all was up: ${failures.length}${failures.length ? ` (${[...new Set(failures)].slice(0, 5).join('; ')})` : ''}`,
);
let late = 0;
for (const [name, { back }] of comeBack) {
  const times = [...back.values()].sort((a, b) => a - b);
  late += readers + writers - times.length;
  say(
    `${name} killed: ${times.length} of ${readers + writers} went on within ${recovery / 1000} s of its restart, the last after ${((times.at(-1) ?? 0) / 1000).toFixed(1)} s`,
  );
}
say(
  `memory of the web processes: ${atFirst.join(' and ')} MB, at the end ${atLast.join(' and ')} MB (the first was started anew)`,
);
for (const { child } of servers) child.kill('SIGTERM');
giveBack();
rmSync(folder, { recursive: true, force: true });
process.exit(lost.length || failures.length || late || kept < saves ? 1 : 0);
