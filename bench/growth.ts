/** What every piece of work takes as networks grow, each size in a process of its own; a million ties also against a C library, where it is installed. */
import { execFileSync, spawnSync } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { own } from '@/core/own';
import type { Line } from './clock';

/** Entries and references. */
const sizes = [
  [2000, 10_000],
  [6000, 30_000],
  [20_000, 100_000],
  [60_000, 300_000],
  [200_000, 1_000_000],
  [600_000, 3_000_000],
] as const;
/** The size at which the C library is asked. */
const compared = 1_000_000;

interface Grown {
  nodes: number;
  edges: number;
  groups: number;
  quality: number;
  /** Seconds of each piece of work. */
  took: Record<string, number>;
  /** Megabytes at most. */
  memory: number;
}

const seconds = (value: number | undefined): string =>
  value === undefined ? '–' : value < 10 ? value.toPrecision(2) : value.toFixed(0);

/** Also writes the table of `docs/scale.md` to the standard output. */
export function growthLines(most = Infinity): Line[] {
  const folder = mkdtempSync(join(tmpdir(), 'nunatak-growth-'));
  const lines: Line[] = [];
  const grown: Grown[] = [];
  try {
    for (const [entries, references] of sizes) {
      if (references > most) continue;
      execFileSync(process.execPath, ['scripts/large-files.mjs', folder, String(entries), String(references)]);
      const said = execFileSync(
        process.execPath,
        ['--import', 'tsx', 'bench/growth-one.ts', folder, ...(references === compared ? ['again'] : [])],
        {
          encoding: 'utf8',
          maxBuffer: 2 ** 24,
        },
      );
      const one = JSON.parse(said.trim().split('\n').at(-1) ?? '') as Grown;
      grown.push(one);
      process.stdout.write(`${said.trim().split('\n').at(-1) ?? ''}\n`);
      if (references === compared) lines.push(...compare(folder, one));
    }
  } finally {
    rmSync(folder, { recursive: true });
  }
  const works = Object.keys(grown.at(0)?.took ?? {});
  const rows = [
    ['', ...grown.map(({ nodes, edges }) => `${nodes.toLocaleString('en')} / ${edges.toLocaleString('en')}`)],
    ['---', ...grown.map(() => '--:')],
    ...works.map((work) => [work, ...grown.map(({ took }) => seconds(own(took, work)))]),
    ['memory, MB', ...grown.map(({ memory }) => memory.toFixed(0))],
  ];
  process.stdout.write(`${rows.map((row) => `| ${row.join(' | ')} |`).join('\n')}\n`);
  return lines;
}

function compare(folder: string, { took, quality }: Grown): Line[] {
  const run = spawnSync('/usr/bin/python3', ['bench/c_library_large.py', join(folder, 'references.csv')], {
    encoding: 'utf8',
  });
  const theirs = run.status === 0 ? (JSON.parse(run.stdout) as Record<string, number>) : {};
  return ['components', 'pagerank', 'leiden'].map((work) => ({
    what: `${work}, a million ties, 1 thread`,
    ours: 1000 * (own(took, `${work} again`) ?? NaN),
    ...against(own(theirs, work)),
    aim: 'at least 0.67×',
    ...(work === 'leiden'
      ? { note: `modularity: here ${quality.toFixed(4)}, C library ${theirs.modularity?.toFixed(4) ?? 'not there'}` }
      : {}),
  }));
}

const against = (took: number | undefined): Pick<Line, 'against'> =>
  took === undefined ? {} : { against: { what: 'C library', took: 1000 * took } };
