/** Where a trail reads the columns of a table, so that it can be said beforehand and follow when one gets another name. */
import type { ConditionGroup, SiftedRule } from '../keep';
import { channelEntries } from '../style';
import type { Describes, TiesSettings } from '../ties';
import type { Step, Trail } from './registry';
import { stepKinds } from './registry';

/** What a column is called from now on. */
type Naming = (name: string) => string;
type Whose = 'nodes' | 'edges';

const named = <T extends object>(of: T, keys: readonly (keyof T)[], naming: Naming): T => {
  const next = { ...of };
  for (const key of keys) {
    const value: unknown = of[key];
    if (typeof value === 'string') Object.assign(next, { [key]: naming(value) });
    else if (Array.isArray(value))
      Object.assign(next, { [key]: value.map((one) => (typeof one === 'string' ? naming(one) : (one as unknown))) });
  }
  return next;
};

/** Keys of a Ties step under which columns of its own table stand. */
const tieKeys = [
  'from',
  'to',
  'left',
  'right',
  'references',
  'key',
  'doi',
  'authors',
  'year',
  'title',
  'label',
  'weight',
];

function tiesNamed(step: TiesSettings, table: string, naming: Naming): TiesSettings {
  const describes = (one: Describes): Describes => (one.table === table ? named(one, ['match', 'label'], naming) : one);
  const each = (some: Describes | Describes[] | undefined): Describes | Describes[] | undefined =>
    Array.isArray(some) ? some.map(describes) : some && describes(some);
  let next = step;
  if (step.table === table) {
    next = named(next, tieKeys as (keyof TiesSettings)[], naming);
    if (next.gather) next = { ...next, gather: next.gather.map((one) => named(one, ['column'], naming)) };
  }
  if (next.make !== 'citation' && (next.nodes || next.others))
    next = { ...next, nodes: each(next.nodes), others: each(next.others) };
  return next;
}

/** Of whom a table's columns become columns in the network that a Ties step makes. */
function becomes(step: TiesSettings, table: string): Set<Whose> {
  const found = new Set<Whose>();
  const described = step.make === 'citation' ? [] : [step.nodes, step.others].flatMap((one) => one ?? []);
  if (described.some((one) => one.table === table)) found.add('nodes');
  if (step.table !== table) return found;
  const records = step.make === 'citation' || (step.make === 'incidence' && step.left.length === 0);
  found.add(records ? 'nodes' : 'edges');
  return found;
}

const conditionNamed = (group: ConditionGroup, naming: Naming): ConditionGroup => ({
  ...group,
  rules: group.rules.map((rule) =>
    'rules' in rule ? conditionNamed(rule, naming) : rule.about === 'column' ? named(rule, ['column'], naming) : rule,
  ),
});

/** Names of columns in a formula: in square brackets, or bare where they are one word and no text. */
function formulaNamed(formula: string, naming: Naming): string {
  return formula.replace(/"[^"]*"|'[^']*'|\[([^\]]*)\]|[\p{L}_][\p{L}\p{N}_]*(?!\s*\()/gu, (part, inside?: string) => {
    if (inside !== undefined) return `[${naming(inside)}]`;
    if (/^["']/.test(part)) return part;
    const next = naming(part);
    return next === part || /^[\p{L}_][\p{L}\p{N}_]*$/u.test(next) ? next : `[${next}]`;
  });
}

/** Keys of a sift, and of its parts, under which columns of what it sifts stand. */
const siftKeys = ['column', 'columns', 'until', 'split', 'label', 'group'];

/** Sifts of records read columns of their table, those of nodes and ties what these became. */
function siftedNamed(rule: SiftedRule, has: (whose: Whose) => boolean, table: string, naming: Naming): SiftedRule {
  const ofTable = (of: string, key: unknown): boolean => (of === 'records' ? key === table : has(of as Whose));
  type Part = Record<string, unknown>;
  const places = ['place', 'latitude', 'longitude'];
  const sifts = rule.sifts.map((sift) => {
    const mine = ofTable(sift.of, sift.table);
    const next = mine ? named(sift as Part, siftKeys, naming) : { ...sift };
    const { measure, rows, where } = sift as { measure?: Part; rows?: Part; where?: Part };
    if (mine && measure) next.measure = named(measure, siftKeys, naming);
    if (mine && rows) next.rows = named(rows, siftKeys, naming);
    if (where) {
      // Where nodes are: in columns of theirs, or of the table that one of them names.
      const own = mine ? named(where, where.table === undefined ? places : ['column'], naming) : where;
      next.where = where.table === table ? named(own, ['by', ...places], naming) : own;
    }
    return next as typeof sift;
  });
  const rests = rule.sifts.some(({ of, table: key }) => of === 'records' && key === table);
  return { ...rule, sifts, ...(rests && rule.weigh ? { weigh: named(rule.weigh, ['column'], naming) } : {}) };
}

/** A step after Ties with the columns of the network's nodes or edges called otherwise. */
function stepNamed(step: Step, of: ReadonlySet<Whose>, table: string, naming: Naming): Step {
  const has = (whose: Whose): boolean => of.has(whose);
  switch (step.kind) {
    case 'keep': {
      const { rule } = step;
      if (rule.by === 'sift') return { ...step, rule: siftedNamed(rule, has, table, naming) };
      const whose: Whose = 'on' in rule && rule.on === 'edges' ? 'edges' : 'nodes';
      if (!has(whose)) return step;
      if (rule.by === 'condition') return { ...step, rule: { ...rule, where: conditionNamed(rule.where, naming) } };
      return 'column' in rule
        ? { ...step, rule: named(rule as { column: string }, ['column'], naming) as typeof rule }
        : step;
    }
    case 'derive': {
      let { how } = step;
      if (how.by === 'table' && how.table === table) how = named(how, ['match', 'take'], naming);
      if (has(step.of) && 'column' in how) how = named(how, ['column'], naming);
      if (has(step.of) && how.by === 'hand') how = named(how, ['from'], naming);
      if (has(step.of) && how.by === 'formula') how = { ...how, formula: formulaNamed(how.formula, naming) };
      return { ...step, how };
    }
    case 'groups':
      return has('nodes') ? named(step, ['column', 'nameBy'], naming) : step;
    case 'gather':
      return has('nodes') ? named(step, ['column', 'words'], naming) : step;
    case 'measure':
      return has('nodes') && step.options ? { ...step, options: named(step.options, ['by'], naming) } : step;
    case 'style': {
      const next: Record<string, unknown> = { ...step };
      for (const [key, { columns }] of channelEntries) {
        for (const { of: whose, name, at } of columns?.(step[key]) ?? [])
          if (has(whose)) next[key] = { ...(next[key] as object), [at]: naming(name) };
      }
      return next as Step;
    }
    default:
      return step;
  }
}

/** The trail with a table's columns called otherwise, from where they are read to the step that makes one of its own of the name. */
export function withColumns(trail: Trail, table: string, naming: Naming): Trail {
  const [ties, ...rest] = trail.steps;
  if (ties.kind !== 'ties') return trail;
  const of = becomes(ties, table);
  const made = new Set<string>();
  const unless: Naming = (name) => (made.has(name) ? name : naming(name));
  const steps = rest.map((step) => {
    const next = stepNamed(step, of, table, unless);
    if (step.kind === 'derive') made.add(step.name);
    return next;
  });
  return { steps: [tiesNamed(ties, table, naming), ...steps] };
}

/** Titles of the steps that read a table, or a column of it. */
export function stepsThatRead(trail: Trail, table: string, column?: string): string[] {
  const mark = '\u0000';
  const marked = withColumns(trail, table, (name) =>
    column === undefined || name === column ? `${mark}${name}` : name,
  );
  return trail.steps.flatMap((step, i) =>
    JSON.stringify(marked.steps[i]) === JSON.stringify(step) ? [] : [stepKinds[step.kind].title],
  );
}
