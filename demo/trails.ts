/** The ready-made networks of the demo study. */
import { type Trail, trailSchema } from '@/core/trail';

export const demoStudyName = 'Orrin Sound seed circle';

interface DemoNetwork {
  name: string;
  /** Other networks are named by {@link named}, until they have ids. */
  trail: Trail;
}

/** What stands for the id of another ready-made network. */
const named = (name: string): string => `network: ${name}`;

/** The trail with the ids of the other networks in place of their names. */
export function linked(trail: Trail, made: readonly { id: string; name: string }[]): Trail {
  const idOf = (network: string): string => made.find(({ name }) => named(name) === network)?.id ?? network;
  return {
    steps: trail.steps.map((step) => (step.kind === 'combine' ? { ...step, network: idOf(step.network) } : step)),
  };
}

/** A trail of steps that are all on, numbered in their order. */
const trail = (...steps: readonly ({ kind: string } & Record<string, unknown>)[]): Trail =>
  trailSchema.parse({ steps: steps.map((step, i) => ({ id: `s${i + 1}`, on: true, ...step })) });

const arrange = (spread: number, settings: object = {}) => ({
  kind: 'arrange',
  method: 'force',
  settings: { pull: 0.2, spread, apart: 15, iterations: 400, seed: 7, ...settings },
});
const groups = (settings: object = {}) => ({ kind: 'groups', resolution: 1, weights: true, seed: 7, ...settings });
const measure = (...measures: string[]) => ({ kind: 'measure', measures });
const byGroup = { nodeColour: { by: 'category', column: 'group' } };
const bySize = (column: string, max = 13) => ({ nodeSize: { by: 'amount', column, min: 4, max, scale: 'sqrt' } });
const byWeight = {
  edgeColour: { by: 'ends' },
  edgeWidth: { by: 'amount', column: 'weight', min: 0.6, max: 3.5, scale: 'sqrt' },
};

const sentBy = {
  table: 'consignments',
  from: 'from',
  to: 'to',
  directed: true,
  weight: 'packets',
  nodes: { table: 'keepers', match: 'name' },
  unmatched: 'leave',
};

/** Consignments on one side of the first of January 1921, the year in which the Ness nursery burned down. */
const sent = (is: 'before' | 'after', year: string) => [
  { kind: 'ties', question: 'sent', ...sentBy, parallel: 'keep' },
  {
    kind: 'keep',
    rule: { by: 'condition', on: 'edges', where: { match: 'all', rules: [{ column: 'sent_on', is, value: year }] } },
  },
  { kind: 'keep', rule: { by: 'degree', min: 5 } },
  groups({ weights: false, nameBy: 'island' }),
];
const later = 'Seed sent from 1921 on';

export const demoNetworks: readonly DemoNetwork[] = [
  { name: later, trail: trail(...sent('after', '1920'), arrange(40), { kind: 'style', ...byGroup }) },
  {
    name: 'Before and after the fire at Ness',
    trail: trail(
      ...sent('before', '1921'),
      { kind: 'combine', network: named(later), by: 'id', as: 'change' },
      measure('degree'),
      arrange(46),
      {
        kind: 'style',
        nodeColour: {
          by: 'category',
          column: 'change',
          colours: { appeared: '#6B8E3D', vanished: '#B8475A', stayed: '#7C8A90' },
        },
        ...bySize('degree'),
        nodeShape: { by: 'category', column: 'role', shapes: { 'nursery owner': 'square' } },
        edgePattern: {
          by: 'category',
          column: 'change',
          patterns: { appeared: 'solid', stayed: 'dotted', vanished: 'dashed' },
        },
        labels: { show: 'top', top: 14, by: 'degree', size: 12 },
      },
    ),
  },
  {
    name: 'Mailing ledger, narrowed',
    trail: trail(
      {
        kind: 'ties',
        question: 'sent',
        table: 'mailing-ledger',
        from: 'from',
        to: 'to',
        directed: true,
        nodes: { table: 'mailing-people', match: 'id' },
      },
      { kind: 'keep', rule: { by: 'component' } },
      { kind: 'keep', rule: { by: 'degree', min: 9 } },
      measure('degree', 'betweenness'),
      groups({ nameBy: 'place' }),
      arrange(30),
      {
        kind: 'style',
        ...byGroup,
        ...bySize('degree', 18),
        ...byWeight,
        labels: { show: 'top', top: 10, by: 'degree', size: 11 },
      },
    ),
  },
  {
    name: 'References cited together',
    trail: trail(
      {
        kind: 'ties',
        question: 'cited',
        make: 'incidence',
        table: 'bulletins',
        left: [],
        right: ['references'],
        result: 'right',
        kinds: ['record', 'reference'],
        counting: 'fractional',
        mostValues: 60,
        minRecords: 1,
      },
      {
        kind: 'derive',
        name: 'title',
        how: { by: 'table', column: 'id', table: 'bulletins', match: 'id', take: 'title' },
      },
      { kind: 'keep', rule: { by: 'component', min: 3 } },
      measure('strength', 'betweenness'),
      groups(),
      arrange(40),
      {
        kind: 'style',
        ...byGroup,
        ...bySize('strength'),
        ...byWeight,
        labels: { show: 'top', top: 18, by: 'strength', size: 11 },
      },
    ),
  },
  {
    name: 'Words of the bulletins',
    trail: trail(
      {
        kind: 'ties',
        question: 'words',
        make: 'incidence',
        table: 'bulletins',
        left: [],
        right: ['keywords'],
        result: 'right',
        kinds: ['record', 'keyword'],
        minRecords: 3,
        minWeight: 2,
        normalise: 'association strength',
      },
      { kind: 'keep', rule: { by: 'isolates' } },
      measure('degree', 'strength'),
      groups(),
      { ...arrange(60), bundled: true },
      { kind: 'style', ...byGroup, ...bySize('degree'), ...byWeight, labels: { show: 'all', size: 12 } },
    ),
  },
  {
    name: 'Societies and their members',
    trail: trail(
      {
        kind: 'ties',
        question: 'part',
        make: 'incidence',
        table: 'memberships',
        left: ['keeper'],
        right: ['society'],
        result: 'two-mode',
        kinds: ['keeper', 'society'],
        nodes: { table: 'keepers', match: 'name' },
      },
      measure('degree'),
      { kind: 'arrange', method: 'rows', settings: { by: 'kind', even: true, room: 1700, apart: 14 } },
      {
        kind: 'style',
        nodeColour: { by: 'category', column: 'kind', colours: { keeper: '#377393', society: '#CA791B' } },
        nodeShape: { by: 'category', column: 'kind', shapes: { society: 'square' } },
        ...bySize('degree', 16),
        labels: { show: 'top', top: 12, by: 'degree', size: 12 },
      },
    ),
  },
  {
    name: 'Who met with whom',
    trail: trail(
      {
        kind: 'ties',
        question: 'together',
        make: 'incidence',
        table: 'meetings',
        left: [],
        right: ['present'],
        result: 'right',
        kinds: ['record', 'present'],
        others: { table: 'keepers', match: 'name' },
        counting: 'fractional',
        mostValues: 25,
        minRecords: 2,
      },
      { kind: 'keep', rule: { by: 'isolates' } },
      measure('degree', 'strength', 'betweenness'),
      groups({ nameBy: 'island' }),
      arrange(44),
      {
        kind: 'style',
        ...byGroup,
        ...bySize('degree'),
        ...byWeight,
        labels: { show: 'top', top: 16, by: 'betweenness', size: 12 },
      },
    ),
  },
  {
    name: 'Who sent seed to whom',
    trail: trail(
      { kind: 'ties', ...sentBy },
      { kind: 'keep', rule: { by: 'component' } },
      { kind: 'keep', rule: { by: 'degree', min: 7 } },
      measure('degree', 'strength', 'betweenness', 'pagerank'),
      groups({ weights: false, nameBy: 'island', runs: 10 }),
      arrange(46),
      {
        kind: 'style',
        ...byGroup,
        ...bySize('degree'),
        nodeShape: { by: 'category', column: 'role', shapes: { 'nursery owner': 'square' } },
        labels: { show: 'top', top: 16, by: 'betweenness', size: 12 },
        edgeColour: { by: 'ends' },
        edgeWidth: { by: 'amount', column: 'weight', min: 0.8, max: 3.5, scale: 'sqrt' },
        edgePattern: {
          by: 'category',
          column: 'certainty',
          patterns: { recorded: 'solid', inferred: 'dashed', hearsay: 'dotted' },
        },
        curve: 0.12,
      },
    ),
  },
];
