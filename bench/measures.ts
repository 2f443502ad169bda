/** Measures on two threads against the graphology packages and, where it is installed, a C library, at the same work in the same run. */
import { spawnSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type Graph from 'graphology';
import { coreNumber } from 'graphology-cores';
import louvain from 'graphology-communities-louvain';
import metrics from 'graphology-metrics';
import { againstChance } from '@/core/chance';
import { type Network, adjacency, coreNumbers, nodeCount, simpleAdjacency, strongComponents } from '@/core/graph';
import { findGroups } from '@/core/groups';
import { betweennessOf } from '@/core/measure/between';
import { triadCensus } from '@/core/measure/census';
import { triadNames } from '@/core/measure/triad-names';
import { clusteringOf } from '@/core/measure/closed';
import { arrivals, principalVector } from '@/core/measure/leading';
import { pagerankOf } from '@/core/measure/walk';
import { sweep } from '@/core/paths/sweep';
import { atOnce } from '@/core/split';
import { threads } from '@/threads';
import { asGraph, fresh } from './core';
import { type Line, least, milliseconds } from './clock';
import { dense, fans, small, wide } from './networks';

type Work =
  'betweenness' | 'closeness' | 'pagerank' | 'eigenvector' | 'strong' | 'leiden' | 'core' | 'clustering' | 'triads';

const sizes = {
  fans: '7,000 / 9,500',
  leaves: '7,000 / 9,500 directed',
  dense: '6,000 / 300,000',
  wide: '60,000 / 300,000',
};
type On = keyof typeof sizes;

/** Seconds on the wall and of the processor that a C library takes for each network, with the modularity of its groups. */
type Seconds = Partial<Record<Work, [number, number]>> & { modularity?: number };

/** Undefined where it is not installed. */
function cLibrary(nets: Record<string, Network>, rows: readonly Row[]): Record<string, Seconds> | undefined {
  const folder = mkdtempSync(join(tmpdir(), 'nunatak-bench-'));
  const files = Object.entries(nets).map(([name, net]) => {
    const path = join(folder, `${name}.json`);
    const edges = Array.from(net.source, (a, e) => [a, net.target[e]]);
    const work = rows.filter(({ on }) => on === name).map((row) => row.work);
    writeFileSync(path, JSON.stringify({ name, nodes: nodeCount(net), directed: net.directed, edges, work }));
    return path;
  });
  const run = spawnSync('/usr/bin/python3', ['bench/c_library.py', ...files], { encoding: 'utf8' });
  rmSync(folder, { recursive: true });
  return run.status === 0 ? (JSON.parse(run.stdout) as Record<string, Seconds>) : undefined;
}

interface Row {
  work: Work;
  on: On;
  aim: string;
  ours: (net: Network) => unknown;
  theirs?: (graph: Graph) => unknown;
  /** Theirs takes minutes: one run each, and only where everything is asked for. */
  slow?: boolean;
  /** Work that is spread over two threads here; all else takes one, as the others do. */
  spread?: boolean;
  runs?: number;
}

/** A network of its own with its rows of neighbours built, and nothing else. */
function prepared(net: Network): Network {
  const own = fresh(net);
  adjacency(own, 'in');
  for (const way of ['out', 'in', 'both'] as const) simpleAdjacency(own, way);
  return own;
}

/** `all`: also what the others take minutes for. */
export async function measureLines(all: boolean): Promise<Line[]> {
  const crew = threads(2);
  const breath = { breathe: () => undefined, crew };
  const nets = { fans: fans(), leaves: { ...fans(), directed: true }, dense: dense(), wide: wide() };
  const plain = { normalized: false };
  const rank = { tolerance: 1e-10, maxIterations: 1000, getEdgeWeight: null };
  const eigen = { tolerance: 1e-8, maxIterations: 20000, getEdgeWeight: null };
  const leiden = { method: 'leiden', resolution: 1, seed: 1, weights: false, directed: false } as const;
  const both = ['fans', 'dense'] as const;
  const rows: Row[] = both.flatMap((on): Row[] => [
    {
      work: 'betweenness',
      on,
      aim: '8×, faster than C',
      ours: (net) => betweennessOf(net, breath),
      theirs: (graph) => metrics.centrality.betweenness(graph, plain),
      slow: true,
      spread: true,
      runs: 3,
    },
    {
      work: 'closeness',
      on,
      aim: '5×, faster than C',
      ours: (net) => sweep(net, 'none', 'out', breath),
      theirs: (graph) => metrics.centrality.closeness(graph),
      slow: true,
      spread: true,
      runs: 3,
    },
    {
      work: 'pagerank',
      on,
      aim: on === 'dense' ? '5×' : '',
      ours: (net) => pagerankOf(net, atOnce, false),
      theirs: (graph) => metrics.centrality.pagerank(graph, rank),
      runs: 5,
    },
    {
      work: 'eigenvector',
      on,
      aim: on === 'dense' ? '5×' : '',
      ours: (net) => principalVector(net, arrivals(net, false)),
      theirs: on === 'dense' ? (graph) => metrics.centrality.eigenvector(graph, eigen) : undefined,
      runs: 5,
    },
    {
      work: 'leiden',
      on,
      aim: 'no slower than their Louvain',
      ours: (net) => findGroups(net, leiden, atOnce),
      theirs: (graph) => louvain(graph),
      runs: 5,
    },
    {
      work: 'core',
      on,
      aim: '50×',
      ours: (net) => coreNumbers(net),
      theirs: (graph) => (coreNumber as unknown as (graph: Graph) => unknown)(graph),
      runs: 5,
    },
    { work: 'clustering', on, aim: 'at most 3 times C', ours: (net) => clusteringOf(net), runs: 5 },
  ]);
  for (const on of ['leaves', 'dense', 'wide'] as const)
    rows.push({ work: 'strong', on, aim: '1× C', ours: (net) => strongComponents(net), runs: 5 });
  rows.push(
    { work: 'pagerank', on: 'wide', aim: '1× C', ours: (net) => pagerankOf(net, atOnce, false), runs: 5 },
    {
      work: 'eigenvector',
      on: 'wide',
      aim: '1× C',
      ours: (net) => principalVector(net, arrivals(net, false)),
      runs: 5,
    },
    { work: 'core', on: 'wide', aim: '1× C', ours: (net) => coreNumbers(net), runs: 5 },
    { work: 'clustering', on: 'wide', aim: '1× C', ours: (net) => clusteringOf(net), runs: 5 },
    ...(all
      ? [
          {
            work: 'leiden',
            on: 'wide',
            aim: '0.67× C',
            ours: (net: Network) => findGroups(net, leiden, atOnce),
            runs: 5,
          } as const,
        ]
      : []),
  );
  rows.push({ work: 'triads', on: 'dense', aim: 'under 2 s', ours: (net) => triadCensus(net), runs: 3 });
  // Threads are started before the clock.
  await betweennessOf(small(), breath);
  const graphs = Object.fromEntries(both.map((on) => [on, asGraph(nets[on])]));
  const c = cLibrary(nets, rows);
  const lines: Line[] = [];
  for (const { work, on, aim, ours, theirs, slow, spread, runs = 3 } of rows) {
    // The graphs of the others are built before the clock as well, and both sides run as often.
    const { ms, cpu } = await least(runs, () => prepared(nets[on]), ours);
    const line: Line = { what: `${work}, ${sizes[on]}, ${spread ? '2 threads' : '1 thread'}`, ours: ms, cpu, aim };
    if (theirs && (all || !slow)) {
      line.against = { what: 'graphology', took: (await least(slow ? 1 : runs, () => graphs[on], theirs)).ms };
    }
    const seconds = c?.[on]?.[work];
    const notes = [
      seconds
        ? `C library ${(1000 * seconds[0]).toFixed(1)} ms, processor ${(1000 * seconds[1]).toFixed(1)} ms`
        : 'no C library',
    ];
    if (work === 'leiden') {
      const modularity = [
        `here ${(await findGroups(prepared(nets[on]), leiden, atOnce)).quality?.toFixed(4)}`,
        ...(theirs
          ? [
              `graphology${nets[on].directed ? ' (direction counted)' : ''} ${louvain.detailed(graphs[on]).modularity.toFixed(4)}`,
            ]
          : []),
        ...(c?.[on]?.modularity === undefined ? [] : [`C library ${c[on].modularity.toFixed(4)}`]),
      ];
      notes.push(`modularity: ${modularity.join(', ')}`);
    }
    line.note = notes.join('; ');
    lines.push(line);
  }
  const triads = triadNames.map((name) => `triad_${name}`);
  lines.push({
    what: '100 random networks and triads, 73 / 137',
    ours: await milliseconds(
      () => againstChance(fresh(small()), { model: 'uniform', draws: 100, seed: 1, figures: triads }, breath),
      5,
    ),
    aim: 'under 300 ms',
  });
  crew.end();
  return lines;
}
