/** The core against the graphology packages, at the same work in the same run. */
import Graph from 'graphology';
import forceAtlas2 from 'graphology-layout-forceatlas2';
import type { Network } from '@/core/graph';
import { nodeCount, simpleAdjacency } from '@/core/graph';
import { atOnce } from '@/core/measure';
import { forceLayout } from '@/core/arrange/force';
import { seeded } from '@/core/random';
import { type Trail, TrailCache, runTrail, trailSchema } from '@/core/trail';
import { dress, plainStyle } from '@/core/style';
import { type Table, TableBuilder } from '@/core/tables';
import { dense, fans } from './networks';
import { type Line, milliseconds } from './clock';

/** A network as the graphology packages hold it: loops dropped, parallel edges merged. */
export function asGraph(net: Network): Graph {
  const graph = new Graph({ type: net.directed ? 'directed' : 'undirected', multi: false });
  for (let v = 0; v < nodeCount(net); v++) graph.addNode(v);
  for (let e = 0; e < net.source.length; e++) {
    if (net.source[e] !== net.target[e]) graph.mergeEdge(net.source[e], net.target[e]);
  }
  return graph;
}

/** A new network over the same edges: nothing built before is at hand. */
export const fresh = (net: Network): Network => ({ ...net, source: net.source.slice() });

/** Mean edge length over mean distance of random pairs, and the share of the ten nearest nodes that are neighbours; small and large are good. */
function quality(net: Network, at: Float32Array): { tightness: number; kept: number } {
  const random = seeded(1);
  const n = nodeCount(net);
  const far = (a: number, b: number): number => Math.hypot(at[2 * a] - at[2 * b], at[2 * a + 1] - at[2 * b + 1]);
  let edges = 0;
  let pairs = 0;
  for (let i = 0; i < 20000; i++) {
    const e = random.below(net.source.length);
    edges += far(net.source[e], net.target[e]);
    pairs += far(random.below(n), random.below(n));
  }
  const rows = simpleAdjacency(net, 'both');
  let hits = 0;
  let looked = 0;
  for (let i = 0; i < 200; i++) {
    const v = random.below(n);
    const neighbours = new Set(rows.to.subarray(rows.offsets[v], rows.offsets[v + 1]));
    const nearest = Array.from({ length: n }, (_, u) => u)
      .filter((u) => u !== v)
      .sort((a, b) => far(v, a) - far(v, b))
      .slice(0, 10);
    hits += nearest.filter((u) => neighbours.has(u)).length;
    looked += 10;
  }
  return { tightness: edges / pairs, kept: hits / looked };
}

export async function coreLines(): Promise<Line[]> {
  const hub = fans();
  const big = dense();
  const bigGraph = asGraph(big);
  const lines: Line[] = [];
  const graphology = (took: number) => ({ what: 'graphology', took });

  const settings = { pull: 0.2, spread: 40, apart: 0, iterations: 100, seed: 1, weights: false, pack: false };
  let ours = new Float32Array(0) as Float32Array;
  const layout = await milliseconds(async () => (ours = await forceLayout(fresh(big), settings, atOnce)), 2);
  const random = seeded(2);
  bigGraph.forEachNode((node) => bigGraph.mergeNodeAttributes(node, { x: random.unit(), y: random.unit() }));
  let theirs = new Float32Array(0);
  const other = await milliseconds(
    () => {
      const found = forceAtlas2(bigGraph, {
        iterations: 100,
        settings: { ...forceAtlas2.inferSettings(bigGraph), barnesHutOptimize: true },
      });
      theirs = Float32Array.from({ length: 2 * nodeCount(big) }, (_, i) => found[i >> 1][i & 1 ? 'y' : 'x']);
    },
    1,
    false,
  );
  const [a, b] = [quality(big, ours), quality(big, theirs)];
  lines.push({
    what: 'layout, 100 rounds, 6,000 / 300,000',
    ours: layout,
    against: graphology(other),
    aim: '6×, no worse',
    note: `edge length / distance ${a.tightness.toFixed(3)} (${b.tightness.toFixed(3)}); neighbours among nearest ${a.kept.toFixed(3)} (${b.kept.toFixed(3)})`,
  });
  lines.push(await keepLine(hub));
  return lines;
}

/** What a moved Keep slider costs in the worker: the step, and the looks of what is left; positions come along. */
async function keepLine(hub: Network): Promise<Line> {
  const builder = new TableBuilder('ledger', [
    { name: 'from', type: 'text' },
    { name: 'to', type: 'text' },
  ]);
  for (let e = 0; e < hub.source.length; e++) builder.push([String(hub.source[e]), String(hub.target[e])]);
  const table: Table = builder.done();
  const source = { keys: () => ['ledger'], version: () => '1', table: () => table };
  const trail = (min: number): Trail =>
    trailSchema.parse({
      steps: [
        { id: 's1', kind: 'ties', on: true, table: 'ledger', from: 'from', to: 'to' },
        { id: 's2', kind: 'arrange', on: true, method: 'force', settings: { iterations: 20 } },
        { id: 's3', kind: 'keep', on: true, rule: { by: 'degree', min } },
      ],
    });
  const cache = new TrailCache();
  await runTrail(source, trail(0), { cache });
  let min = 0;
  const ours = await milliseconds(async () => {
    const { state } = await runTrail(source, trail(++min), { cache });
    if (state) dress(state.network, plainStyle);
  }, 8);
  return { what: 'Keep slider moved, 7,000 / 9,500', ours, aim: 'under 100 ms' };
}
