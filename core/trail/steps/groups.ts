/** Groups: sets of nodes with more ties inside than out. */
import * as z from 'zod';
import { type Column, cellText } from '../../tables';
import { type Network, edgeCount, nodeColumn, nodeCount, simpleAdjacency, withColumn } from '../../graph';
import {
  type Found,
  type GroupMethod,
  carried,
  groupMethods,
  knownSchema,
  searchSeconds,
  strengths,
} from '../../groups';
import { groupingOf } from '../../measure/grouping';
import { Fault, counted } from '../../fault';
import { type Note, type StepKind, given } from '../step';

const methods = ['column', ...(Object.keys(groupMethods) as GroupMethod[])] as const;

export const groupsSchema = z.object({
  id: z.string(),
  kind: z.literal('groups'),
  on: z.boolean(),
  method: z.enum(methods).default('leiden'),
  resolution: z.number().min(0.0001).max(1000).default(1),
  weights: z.boolean().default(true),
  /** Read the direction of edges, where the method can. */
  directed: z.boolean().optional(),
  seed: z.number().int().default(1),
  /** How many runs with seeds of their own are compared, the one that counts among them; absent: none. */
  runs: z.number().int().min(2).max(100).optional(),
  /** Likeness of ties: how many groups, and how unlike two profiles are. */
  count: z.number().int().min(1).max(1000).optional(),
  distance: z.enum(['euclidean', 'correlation']).optional(),
  /** The column that is the grouping, where the method is `column`. */
  column: z.string().optional(),
  /** A node column whose most frequent value in a group names it; absent: see `suggest`. */
  nameBy: z.string().optional(),
  /** What groups without a name of their own are called. */
  suggest: z.enum(['numbers', 'members']).optional(),
  /** Groups of an earlier run, so that their names and colours stay. */
  known: z.array(knownSchema).optional(),
  /** Nodes put into a known group by hand, or into none (−1), by their ids. */
  byHand: z.record(z.string(), z.number().int().min(-1)).optional(),
});
export type GroupsSettings = z.infer<typeof groupsSchema>;

/** Groups of networks up to this size are found in a moment. */
const quickEdges = 20_000;

/** The node column a Groups step makes. */
export const groupColumn = 'group';

export const groups: StepKind<GroupsSettings> = {
  kind: 'groups',
  title: 'Groups',
  help: 'Find sets of nodes with more ties inside than out. Colours and names stay with a group when you run it again.',
  schema: groupsSchema,
  goesBefore: ['gather', 'arrange', 'style'],
  makes: () => [groupColumn],
  summary: ({ method, resolution, column }) => {
    if (method === 'column') return `by ${column ?? 'a column'}`;
    const { name, uses } = groupMethods[method];
    const short = name.replace(/ \(modularity\)/, '');
    return (uses as readonly string[]).includes('resolution')
      ? `${short}, resolution ${Number(resolution.toPrecision(3))}`
      : short;
  },
  works({ network }, settings) {
    const { method, runs = 1 } = settings;
    if (method === 'column') return [];
    const seconds = searchSeconds(network, method);
    const { name } = groupMethods[method];
    const found = { key: keyOf(settings), name, seconds };
    if (!compares(settings)) return [found];
    return [found, { key: runsKey(settings), name: `${name}, ${runs} runs`, seconds: runs * seconds, splits: true }];
  },
  /** Large networks are parted after the first picture. */
  sketch: (state, { method }) => (method !== 'column' && edgeCount(state.network) > quickEdges ? state : undefined),
  async run(state, settings, context) {
    const { network, ...rest } = given(state);
    const { method } = settings;
    const { findGroups } = await import('../../groups/find');
    const found: Found =
      method === 'column'
        ? fromColumn(network, settings.column)
        : await context.memo(keyOf(settings), () =>
            findGroups(network, { ...settings, method, directed: settings.directed === true }, context),
          );
    // Who is tied to nobody is in no group, unless a column or a hand says so.
    const { offsets } = simpleAdjacency(network, 'both');
    const alone = (v: number): boolean => offsets[v] === offsets[v + 1];
    const isolates = method === 'column' ? 0 : found.of.reduce((sum, _, v) => sum + (alone(v) ? 1 : 0), 0);
    const { codes, names, marks } = carried(
      network,
      isolates ? Int32Array.from(found.of, (g, v) => (alone(v) ? -1 : g)) : found.of,
      found.count,
      settings.known ?? [],
      settings.byHand ?? {},
      suggestion(network, settings, context.step),
    );
    const col: Column = { type: 'text', name: groupColumn, codes, dictionary: names, marks };
    const hands = settings.byHand ?? {};
    const changed = network.ids.reduce((sum, id) => sum + (Object.hasOwn(hands, id) ? 1 : 0), 0);
    const notes: Note[] = [];
    if (found.quality !== undefined) {
      const at =
        method === 'leiden' || method === 'louvain'
          ? ` at resolution ${Number(settings.resolution.toPrecision(3))}`
          : '';
      notes.push({
        text: `Modularity ${found.quality.toFixed(3)}${at}${settings.directed ? ', direction counted' : ''}.`,
      });
    }
    if (method !== 'column' && compares(settings)) {
      const { runs = 1 } = settings;
      const { stability } = await context.memo(runsKey(settings), async () =>
        (await import('../../groups/explore')).steadiness(
          network,
          { ...settings, method, directed: settings.directed === true },
          runs,
          context,
        ),
      );
      notes.push({
        text: `${runs} runs with different seeds agree by ${stability.toFixed(3)} (mean adjusted Rand index; 1 is the same).`,
      });
    }
    if (isolates) {
      notes.push({
        text: `${counted(isolates, 'node')} without ties to others ${isolates === 1 ? 'is' : 'are'} in no group.`,
      });
    }
    if (changed)
      notes.push({
        text: `${counted(changed, 'node')} placed by hand; the modularity is that of the groups as found.`,
      });
    notes.push({
      text: `Run on the ${counted(nodeCount(network), 'node')} and ${counted(edgeCount(network), 'edge')} left before this step.`,
    });
    return {
      state: { ...rest, network: withColumn(network, 'nodes', col, context.step) },
      result: counted(names.length, 'group'),
      groups: names.length,
      notes,
    };
  },
};

/** Settings that the search reads, as a text; the names and colours of groups are none of them. */
function keyOf(s: GroupsSettings): string {
  return `groups ${JSON.stringify([s.method, s.resolution, s.weights, s.directed ?? false, s.seed, s.count ?? null, s.distance ?? null])}`;
}

const runsKey = (s: GroupsSettings): string => `${keyOf(s)} ${s.runs ?? 1}`;

/** Whether runs are compared: only where a seed has a part in what is found. */
const compares = ({ method, runs }: GroupsSettings): boolean =>
  runs !== undefined && method !== 'column' && (groupMethods[method].uses as readonly string[]).includes('seed');

function fromColumn(net: Network, column: string | undefined): Found {
  if (column === undefined)
    throw new Fault('Choose the column that says to which group a node belongs.', undefined, true);
  const { of, names } = groupingOf(net, column);
  // Nodes without a value are a group together, the last.
  const rest = of.includes(-1) ? 1 : 0;
  return { of: Uint32Array.from(of, (g) => (g < 0 ? names.length : g)), count: names.length + rest };
}

/** What a group is called until it is given a name: the most frequent value of a column, its strongest members, or its number. */
function suggestion(
  net: Network,
  settings: GroupsSettings,
  step: string,
): (members: readonly number[], number: number) => string {
  const column = settings.nameBy ?? (settings.method === 'column' ? settings.column : undefined);
  if (column !== undefined) {
    const col = nodeColumn(net, column, step);
    return (members, number) => {
      const tally = new Map<string, number>();
      for (const v of members) {
        const value = cellText(col, v);
        if (value !== '') tally.set(value, (tally.get(value) ?? 0) + 1);
      }
      let best: string | undefined;
      for (const [value, n] of tally) if (best === undefined || n > (tally.get(best) ?? 0)) best = value;
      return best ?? `Group ${number + 1}`;
    };
  }
  if (settings.suggest !== 'members') return (_members, number) => `Group ${number + 1}`;
  const strength = strengths(net);
  return (members) => {
    const [first, second] = [...members].sort((a, b) => strength[b] - strength[a] || a - b);
    return second === undefined ? net.labels[first] : `${net.labels[first]}, ${net.labels[second]}`;
  };
}
