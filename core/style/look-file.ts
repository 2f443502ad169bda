/** A whole look, taken from one network to another: by itself, or as a file. */
import * as z from 'zod';
import { Fault } from '../fault';
import type { ConditionGroup } from '../keep/condition';
import type { ColumnUse } from './channel';
import { ruleColumns } from './look';
import { type ChannelName, type StyleSettings, channelEntries, styleParts } from './registry';

/** What a look holds. */
export const lookSchema = z.object(styleParts);
const version = 1;

/** The look alone: what was set by hand for nodes and edges of one network stays with it. */
export function lookOfStyle(style: StyleSettings): StyleSettings {
  return { ...lookSchema.parse(style), byHand: {} };
}

/** The file of a look, in JSON. */
export const lookFile = (name: string, style: StyleSettings): string =>
  `${JSON.stringify({ kind: 'look', version, name, style: lookOfStyle(style) }, null, 2)}\n`;

/** The look in a file. A Fault with a sentence where it holds none, or one of a later version. */
export function readLook(text: string): { name: string; style: StyleSettings } {
  let read: unknown;
  try {
    read = JSON.parse(text);
  } catch {
    throw new Fault('This file holds no look: it is no JSON. Choose a file that was saved as a look.');
  }
  const head = z
    .object({ kind: z.literal('look'), version: z.number(), name: z.string(), style: z.unknown() })
    .safeParse(read);
  if (!head.success) throw new Fault('This file holds no look. Choose a file that was saved as a look.');
  if (head.data.version > version)
    throw new Fault('This look was saved by a later version of Nunatak. Open it there, or bring this one up to date.');
  const style = lookSchema.safeParse(head.data.style);
  if (!style.success) {
    const [issue] = style.error.issues;
    throw new Fault(`The look in this file is damaged at “${issue.path.join(' ')}”. Save it again where it came from.`);
  }
  return { name: head.data.name, style: { ...style.data, byHand: {} } };
}

/** The columns that a look reads, each once. */
export function columnsOfLook(style: StyleSettings): { of: ColumnUse['of']; name: string }[] {
  const found = channelEntries.flatMap(([key, { columns, look }]) => [
    ...(columns?.(style[key]) ?? []),
    ...ruleColumns(style.rules[key] ?? []).map((name) => ({ of: look?.of ?? ('nodes' as const), name })),
  ]);
  return [...new Map(found.map(({ of, name }) => [`${of} ${name}`, { of, name }])).values()];
}

/** The look with columns under other names: by whose they are and their name. */
export function repointed(style: StyleSettings, to: ReadonlyMap<string, string>): StyleSettings {
  const named = (of: ColumnUse['of'], name: string): string => to.get(`${of} ${name}`) ?? name;
  const settings = channelEntries.map(([key, { columns }]): [ChannelName, unknown] => {
    let setting: unknown = style[key];
    for (const { of, name, at } of columns?.(style[key]) ?? []) {
      if (typeof setting === 'string') setting = setting.replaceAll(`{${name}}`, `{${named(of, name)}}`);
      else if (at) setting = { ...(setting as object), [at]: named(of, name) };
    }
    return [key, setting];
  });
  const inGroup = (of: ColumnUse['of'], group: ConditionGroup): ConditionGroup => ({
    ...group,
    rules: group.rules.map((rule) =>
      'rules' in rule
        ? inGroup(of, rule)
        : rule.about === 'column'
          ? { ...rule, column: named(of, rule.column) }
          : rule,
    ),
  });
  const rules = channelEntries.flatMap(([key, { look }]) => {
    const own = style.rules[key];
    return own && look ? [[key, own.map((rule) => ({ ...rule, where: inGroup(look.of, rule.where) }))]] : [];
  });
  return { ...style, ...Object.fromEntries(settings), rules: Object.fromEntries(rules) as StyleSettings['rules'] };
}
