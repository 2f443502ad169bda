/** Conditions on nodes or edges: comparisons of a column with a value, joined by all or any, in groups. */
import * as z from 'zod';
import { type Column, cellText, dayAfter, isFilled, readDate, readNumber, readYesNo } from '../tables';
import { type Network, edgeColumn, nodeColumn, nodeCount } from '../graph';
import { endsAt } from '../measure/degree';
import { Fault } from '../fault';
import { type KeepContext, type KeepKind, everyNode } from './rule';

export const comparisons = [
  'is',
  'is not',
  'contains',
  'begins with',
  'less than',
  'at most',
  'more than',
  'at least',
  'between',
  'before',
  'after',
  'empty',
  'filled',
  'in',
  'not in',
] as const;
export type Comparison = (typeof comparisons)[number];

const comparisonSchema = z.object({
  /** A column; or what every network has: degree and strength of nodes, weight of edges, names; or a shortlist, whose id is then the value. */
  about: z.enum(['column', 'name', 'degree', 'strength', 'weight', 'shortlist']).default('column'),
  column: z.string().default(''),
  is: z.enum(comparisons),
  value: z.string().default(''),
  /** The upper end of `between`. */
  to: z.string().default(''),
});
export type ComparisonRule = z.infer<typeof comparisonSchema>;

export interface ConditionGroup {
  match: 'all' | 'any';
  rules: (ComparisonRule | ConditionGroup)[];
}
export const conditionSchema: z.ZodType<ConditionGroup> = z.object({
  match: z.enum(['all', 'any']),
  get rules() {
    return z.array(z.union([comparisonSchema, conditionSchema]));
  },
});

/** Which comparisons make sense for what is compared. */
export function comparisonsFor(type: Column['type'] | 'shortlist'): readonly Comparison[] {
  switch (type) {
    case 'number':
      return ['at least', 'at most', 'more than', 'less than', 'between', 'is', 'is not', 'empty', 'filled'];
    case 'date':
      return ['before', 'after', 'between', 'is', 'empty', 'filled'];
    case 'list':
      return ['is', 'is not', 'contains', 'empty', 'filled'];
    case 'yesno':
      return ['is', 'empty', 'filled'];
    case 'shortlist':
      return ['in', 'not in'];
    default:
      return ['is', 'is not', 'contains', 'begins with', 'empty', 'filled'];
  }
}

type On = 'nodes' | 'edges';
type Test = (i: number) => boolean;

const isGroup = (rule: ComparisonRule | ConditionGroup): rule is ConditionGroup => 'rules' in rule;

/** 1 for each node, or edge, for which the condition holds. An empty group holds for all. */
export function holds(net: Network, on: On, group: ConditionGroup, context: KeepContext): Uint8Array {
  const size = on === 'nodes' ? nodeCount(net) : net.source.length;
  const found = new Uint8Array(size).fill(group.match === 'all' || group.rules.length === 0 ? 1 : 0);
  for (const rule of group.rules) {
    const marks = isGroup(rule) ? holds(net, on, rule, context) : undefined;
    const test: Test = marks ? (i) => marks[i] === 1 : testOf(net, on, rule as ComparisonRule, context);
    for (let i = 0; i < size; i++) {
      if (group.match === 'all') found[i] &= test(i) ? 1 : 0;
      else found[i] |= test(i) ? 1 : 0;
    }
  }
  return found;
}

function testOf(net: Network, on: On, rule: ComparisonRule, context: KeepContext): Test {
  switch (rule.about) {
    case 'degree':
    case 'strength':
      return numberTest(endsAt(net, { out: true, in: true }, rule.about === 'strength'), rule, context.step);
    case 'weight':
      return numberTest(net.weight, rule, context.step);
    case 'name':
      return textTest((i) => net.labels[i], rule);
    case 'shortlist': {
      const wanted = new Set(context.shortlist(rule.value).nodes.map(({ id }) => id));
      return (i) => wanted.has(net.ids[i]) === (rule.is !== 'not in');
    }
    default:
      return columnTest(
        on === 'nodes' ? nodeColumn(net, rule.column, context.step) : edgeColumn(net, rule.column, context.step),
        rule,
        context.step,
      );
  }
}

function columnTest(col: Column, rule: ComparisonRule, step: string): Test {
  if (rule.is === 'empty') return (i) => !isFilled(col, i);
  if (rule.is === 'filled') return (i) => isFilled(col, i);
  switch (col.type) {
    case 'number':
      return numberTest(col.values, rule, step);
    case 'date':
      return dateTest(col, rule, step);
    case 'yesno': {
      const wanted = readYesNo(rule.value);
      return (i) => col.values[i] === wanted;
    }
    case 'list': {
      // A list is what one of its values is.
      const positive = { ...rule, is: rule.is === 'is not' ? ('is' as const) : rule.is };
      const hit = Uint8Array.from(col.dictionary, (entry) => (textTest(() => entry, positive)(0) ? 1 : 0));
      const any: Test = (i) => col.codes.subarray(col.offsets[i], col.offsets[i + 1]).some((code) => hit[code] === 1);
      return rule.is === 'is not' ? (i) => !any(i) : any;
    }
    case 'text': {
      const hit = Uint8Array.from(col.dictionary, (entry) => (textTest(() => entry, rule)(0) ? 1 : 0));
      return (i) => (col.codes[i] < 0 ? rule.is === 'is not' : hit[col.codes[i]] === 1);
    }
    default:
      return textTest((i) => cellText(col, i), rule);
  }
}

function textTest(text: (i: number) => string, { is, value }: ComparisonRule): Test {
  const wanted = value.toLowerCase();
  const low = (i: number): string => text(i).toLowerCase();
  switch (is) {
    case 'is not':
      return (i) => low(i) !== wanted;
    case 'contains':
      return (i) => low(i).includes(wanted);
    case 'begins with':
      return (i) => low(i).startsWith(wanted);
    case 'empty':
      return (i) => text(i) === '';
    case 'filled':
      return (i) => text(i) !== '';
    default:
      return (i) => low(i) === wanted;
  }
}

function numberTest(values: Float64Array, rule: ComparisonRule, step: string): Test {
  const read = (text: string): number => {
    const number = readNumber(text.replace(',', '.'));
    if (!Number.isNaN(number)) return number;
    throw new Fault(`“${text}” is no number to compare ${rule.column || rule.about} with. Write one.`, step);
  };
  if (rule.is === 'empty') return (i) => Number.isNaN(values[i]);
  if (rule.is === 'filled') return (i) => !Number.isNaN(values[i]);
  const x = read(rule.value);
  switch (rule.is) {
    case 'is not':
      return (i) => values[i] !== x;
    case 'less than':
    case 'before':
      return (i) => values[i] < x;
    case 'at most':
      return (i) => values[i] <= x;
    case 'more than':
    case 'after':
      return (i) => values[i] > x;
    case 'at least':
      return (i) => values[i] >= x;
    case 'between': {
      const to = read(rule.to);
      return (i) => values[i] >= x && values[i] <= to;
    }
    default:
      return (i) => values[i] === x;
  }
}

/** The first day of what is named, and the first day after it: of 1911 the 1st of January 1911 and that of 1912. */
function period(text: string, rule: ComparisonRule, step: string): [number, number] {
  const date = readDate(text);
  if (!date)
    throw new Fault(`“${text}” is no date to compare ${rule.column} with. Write 1911, 1911-03 or 1911-03-09.`, step);
  return [date.day, dayAfter(date.day, date.precision)];
}

function dateTest(col: Extract<Column, { type: 'date' }>, rule: ComparisonRule, step: string): Test {
  const [start, end] = period(rule.value, rule, step);
  switch (rule.is) {
    case 'before':
    case 'less than':
      return (i) => col.day[i] < start;
    case 'after':
    case 'more than':
      return (i) => col.day[i] >= end;
    case 'between': {
      const [, last] = period(rule.to, rule, step);
      return (i) => col.day[i] >= start && col.day[i] < last;
    }
    case 'is not':
      return (i) => !(col.day[i] >= start && col.day[i] < end);
    default:
      return (i) => col.day[i] >= start && col.day[i] < end;
  }
}

/** A condition in words: `island is Ness and (degree at least 3 or role is botanist)`. */
export function conditionWords(group: ConditionGroup): string {
  if (group.rules.length === 0) return 'no condition';
  return group.rules
    .map((rule) => {
      if (isGroup(rule)) return `(${conditionWords(rule)})`;
      const what = rule.about === 'column' ? rule.column : rule.about;
      if (rule.is === 'empty' || rule.is === 'filled' || rule.about === 'shortlist') return `${what} ${rule.is}`;
      return `${what} ${rule.is} ${rule.value}${rule.is === 'between' ? ` and ${rule.to}` : ''}`;
    })
    .join(group.match === 'all' ? ' and ' : ' or ');
}

export const byConditionSchema = z.object({
  by: z.literal('condition'),
  on: z.enum(['nodes', 'edges']).default('nodes'),
  where: conditionSchema,
});
export const byCondition: KeepKind<z.infer<typeof byConditionSchema>> = {
  by: 'condition',
  title: 'nodes or edges by condition',
  help: 'Comparisons of columns with values; all of them must hold, or any.',
  schema: byConditionSchema,
  summary: ({ where }) => conditionWords(where),
  marks(net, rule, context) {
    const marks = holds(net, rule.on, rule.where, context);
    return rule.on === 'nodes' ? { nodes: marks } : { nodes: everyNode(net), edges: marks };
  },
};

/** The shortlists that a condition names. */
export function shortlistsIn(group: ConditionGroup): string[] {
  return group.rules.flatMap((rule) =>
    isGroup(rule) ? shortlistsIn(rule) : rule.about === 'shortlist' && rule.value ? [rule.value] : [],
  );
}

/** The columns that a condition reads. */
export function conditionColumns({ rules }: ConditionGroup): string[] {
  return rules.flatMap((rule) =>
    isGroup(rule) ? conditionColumns(rule) : rule.about === 'column' ? [rule.column] : [],
  );
}
