/** Project: from a two-mode network to ties among one of its sides. */
import * as z from 'zod';
import { type Column, Dictionary } from '../../tables';
import {
  type Network,
  type Records,
  type Rows,
  bundled,
  edgeCount,
  kindColumn,
  nodeColumn,
  nodeCount,
  pickRecords,
  subnetwork,
} from '../../graph';
import { normalisations } from '../../ties';
import { Fault, counted, grouped } from '../../fault';
import { type StepContext, type StepKind, given } from '../step';

export const projectSchema = z.object({
  id: z.string(),
  kind: z.literal('project'),
  on: z.boolean(),
  /** The side that stays, as it stands in the column `kind`; absent: the first. */
  side: z.string().optional(),
  counting: z.enum(['full', 'fractional']).default('full'),
  normalise: z.enum(normalisations).default('none'),
  /** Ties under this weight are left out; read before weights are normalised. */
  minWeight: z.number().min(0).default(0),
});
export type ProjectSettings = z.infer<typeof projectSchema>;

export const project: StepKind<ProjectSettings> = {
  kind: 'project',
  title: 'Project',
  help: 'From two kinds of node to one: two of a kind are tied by what they share of the other.',
  schema: projectSchema,
  goesBefore: ['measure', 'groups', 'gather', 'arrange', 'style'],
  summary: ({ side, normalise }) => `to ${side ?? 'its first side'}${normalise === 'none' ? '' : `, ${normalise}`}`,
  async run(state, settings, context) {
    const { network } = given(state);
    const { noEdge } = await import('../../ties/make');
    const projected = await projectedOn(network, settings, context);
    const notes = [
      ...(edgeCount(network) && settings.minWeight && !edgeCount(projected) ? [noEdge] : []),
      {
        text:
          'A tie’s weight is the number of things its two ends share' +
          (settings.counting === 'fractional' ? ', each counted 1/(k − 1) where k nodes share it.' : '.'),
      },
    ];
    return {
      state: { network: projected },
      result: `${grouped(nodeCount(projected))} · ${counted(edgeCount(projected), 'tie')}`,
      notes,
    };
  },
};

/** The side that stays where none is chosen: the first. */
export const defaultSide = (sides: readonly [string, string]): string => sides[0];

async function projectedOn(net: Network, settings: ProjectSettings, context: StepContext): Promise<Network> {
  if (!net.sides) {
    throw new Fault(
      'This network has one kind of node, so there is nothing to project. Make a two-mode network in the Ties step.',
      context.step,
    );
  }
  const side = settings.side ?? defaultSide(net.sides);
  const kinds = nodeColumn(net, kindColumn, context.step);
  const code = kinds.type === 'text' ? kinds.dictionary.indexOf(side) : -1;
  if (kinds.type !== 'text' || code < 0) {
    throw new Fault(
      `The network has no side “${side}”. Its sides are “${net.sides[0]}” and “${net.sides[1]}”.`,
      context.step,
    );
  }
  const stays = Uint8Array.from(kinds.codes, (one) => (one === code ? 1 : 0));
  const { normalised, projection } = await import('../../ties/project');
  const n = nodeCount(net);
  // Whichever way an edge stands, its member is the end that stays.
  const memberIsSource = net.source.map((v) => stays[v]);
  const member = net.source.map((v, e) => (memberIsSource[e] ? v : net.target[e]));
  const thing = net.target.map((v, e) => (memberIsSource[e] ? v : net.source[e]));
  const edges = bundled(thing, Uint32Array.from(net.source.keys()), n);
  const found = await projection(distinctMembers(edges, member, n), n, settings, context);
  const behind = net.edgeRecords && recordsOf(found, edges, member, net.edgeRecords);
  const words = new Dictionary();
  const codes = Uint32Array.from(found.shared.items, (x) => words.code(net.labels[x]));
  const shared = Float64Array.from(found.source, (_, e) => found.shared.offsets[e + 1] - found.shared.offsets[e]);
  const other = net.sides.find((one) => one !== side) ?? 'things';
  const edgeColumns: Column[] = [
    { type: 'number', name: 'shared', values: shared },
    { type: 'list', name: `shared ${other}`, offsets: found.shared.offsets, codes, dictionary: words.texts },
  ];
  const plain = settings.normalise === 'none';
  const full: Network = {
    ...net,
    directed: false,
    source: found.source,
    target: found.target,
    weight: normalised(found, settings.normalise),
    weightName: plain ? (settings.counting === 'full' ? 'shared' : 'shared, fractional') : settings.normalise,
    edgeColumns,
    edgeRecords: behind,
    positions: undefined,
    routes: undefined,
    guides: undefined,
    sides: undefined,
  };
  return subnetwork(full, stays);
}

function distinctMembers(edges: Rows, member: Uint32Array, n: number): Rows {
  const offsets = new Uint32Array(n + 1);
  const items = new Uint32Array(edges.items.length);
  const last = new Int32Array(n).fill(-1);
  let at = 0;
  for (let x = 0; x < n; x++) {
    for (let k = edges.offsets[x]; k < edges.offsets[x + 1]; k++) {
      const v = member[edges.items[k]];
      if (last[v] === x) continue;
      last[v] = x;
      items[at++] = v;
    }
    offsets[x + 1] = at;
  }
  return { offsets, items: items.slice(0, at) };
}

/** The records of both edges to each thing that a pair shares. */
function recordsOf(
  found: { source: Uint32Array; target: Uint32Array; shared: Rows },
  edges: Rows,
  member: Uint32Array,
  records: Records,
): Records {
  const of: number[] = [];
  const through: number[] = [];
  for (let e = 0; e < found.source.length; e++) {
    for (let k = found.shared.offsets[e]; k < found.shared.offsets[e + 1]; k++) {
      const x = found.shared.items[k];
      for (let p = edges.offsets[x]; p < edges.offsets[x + 1]; p++) {
        const edge = edges.items[p];
        if (member[edge] === found.source[e] || member[edge] === found.target[e]) {
          of.push(e);
          through.push(edge);
        }
      }
    }
  }
  const picked = pickRecords(records, Uint32Array.from(through));
  const offsets = new Uint32Array(found.source.length + 1);
  of.forEach((e, i) => (offsets[e + 1] += picked.offsets[i + 1] - picked.offsets[i]));
  for (let e = 0; e < found.source.length; e++) offsets[e + 1] += offsets[e];
  return { ...picked, offsets };
}
