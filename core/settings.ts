/** Settings that describe themselves: a schema's fields, with the words and bounds that a form needs to draw them. */
import * as z from 'zod';
import { own } from './own';

declare module 'zod' {
  interface GlobalMeta {
    /** Drawn as a slider: from, to, step. What the schema allows may be wider. */
    slide?: [number, number, number];
    /** Decimals shown beside a slider. */
    digits?: number;
    /** The key of the field that it stands beside. */
    beside?: string;
    /** Drawn only where other settings are one of these. */
    when?: Record<string, readonly string[]>;
    /** What a form puts where there is no default. */
    first?: string | number;
    /**
     * A column of the network: whose, of what kind, with at most so many values; `wish` is taken first, where it is `named` so only one whose name begins alike, or that says in some language that it holds degrees;
     * `none` stands for no column.
     */
    column?: {
      of: 'nodes' | 'edges';
      as: 'amount' | 'category' | 'place' | 'picture' | 'any';
      most?: number;
      wish?: string;
      named?: 'alike' | 'latitude' | 'longitude';
      none?: string;
    };
    /** A text with names of columns in braces. */
    pattern?: 'nodes' | 'edges';
    /** Drawn as the range of the column named by this key, with handles for this field and `to`. */
    range?: string;
    /** A picture as a data address, empty for none: chosen from a file. */
    picture?: boolean;
    /** A node of the network by its id; what is said where none is chosen. */
    node?: string;
    /** A colour, with what a form begins with. */
    colour?: string;
    /** A palette by its name, or colours of one's own under `own` beside it. */
    palettes?: 'category' | 'amount';
    /** Colours by value of the column in the same group of settings. */
    colours?: boolean;
    /** Looks by value of that column: those there are, and what a value gets that is not named while others are. */
    values?: { looks: readonly string[]; rest?: string };
    /** A switch that leaves the setting out, and what it becomes when it is set. */
    auto?: { title: string; first: number | string };
    /** Only in networks with directions. */
    directed?: boolean;
    /** What the values of a choice are called, where it is not by themselves. */
    labels?: Record<string, string>;
  }
}

/** The keys above: of forms alone. */
export const formKeys = [
  'slide',
  'digits',
  'beside',
  'when',
  'first',
  'column',
  'node',
  'picture',
  'pattern',
  'range',
  'colour',
  'palettes',
  'colours',
  'values',
  'auto',
  'directed',
  'labels',
] as const;

interface Described {
  key: string;
  title: string;
  help?: string;
  /** The key of the field that it stands beside. */
  beside?: string;
  when?: Record<string, readonly string[]>;
  auto?: { title: string; first: number | string };
  directed?: boolean;
}

/** One field of a form. */
export type SettingField = Described &
  (
    | { kind: 'slide'; from: number; to: number; step: number; digits?: number; first?: number }
    | { kind: 'number'; min: number; max: number; whole: boolean }
    | { kind: 'yesno' }
    | { kind: 'choice'; choices: { value: string; label: string }[] }
    | { kind: 'column'; column: ColumnWish }
    | { kind: 'node'; none: string }
    | { kind: 'pattern'; of: 'nodes' | 'edges' }
    | { kind: 'range'; of: string }
    | { kind: 'colour' }
    | { kind: 'picture' }
    | { kind: 'palette'; of: 'category' | 'amount'; choices: { value: string; label: string }[] }
    | { kind: 'colours' }
    | { kind: 'values'; looks: readonly string[]; rest?: string }
  );

type ColumnWish = NonNullable<z.GlobalMeta['column']>;

/** The fields of a schema in their order; those without a title are not set in a form. */
export const fieldsOf = (schema: z.ZodObject): SettingField[] =>
  Object.entries(schema.shape).flatMap(([key, type]) => fieldOf(key, type as z.ZodType) ?? []);

/** The field that a type describes; undefined where it has no title. */
export function fieldOf(key: string, type: z.ZodType): SettingField | undefined {
  const { title, description: help, beside, when, auto, directed, ...meta } = type.meta() ?? {};
  const inner = bare(type);
  if (title === undefined || inner instanceof z.ZodLiteral) return undefined;
  const said = Object.entries({ help, beside, when, auto, directed }).filter(([, value]) => value !== undefined);
  const words: Described = { key, title, ...Object.fromEntries(said) };
  if (meta.column) return { ...words, kind: 'column', column: meta.column };
  if (meta.node !== undefined) return { ...words, kind: 'node', none: meta.node };
  if (meta.pattern) return { ...words, kind: 'pattern', of: meta.pattern };
  if (meta.range !== undefined) return { ...words, kind: 'range', of: meta.range };
  if (meta.colour !== undefined) return { ...words, kind: 'colour' };
  if (meta.picture) return { ...words, kind: 'picture' };
  if (meta.colours) return { ...words, kind: 'colours' };
  if (meta.values) return { ...words, kind: 'values', ...meta.values };
  if (inner instanceof z.ZodBoolean) return { ...words, kind: 'yesno' };
  if (inner instanceof z.ZodEnum) {
    const labels = meta.labels ?? {};
    const choices = inner.options.map((value) => ({ value: `${value}`, label: own(labels, `${value}`) ?? `${value}` }));
    return meta.palettes
      ? { ...words, kind: 'palette', of: meta.palettes, choices }
      : { ...words, kind: 'choice', choices };
  }
  if (!(inner instanceof z.ZodNumber)) throw new Error(`the setting “${key}” is of a kind that no form has`);
  if (meta.slide) {
    const [from, to, step] = meta.slide;
    return {
      ...words,
      kind: 'slide',
      from,
      to,
      step,
      ...(meta.digits === undefined ? {} : { digits: meta.digits }),
      ...(type instanceof z.ZodOptional && typeof meta.first === 'number' ? { first: meta.first } : {}),
    };
  }
  const [min, max] = [inner.minValue ?? -Infinity, inner.maxValue ?? Infinity];
  return { ...words, kind: 'number', min, max, whole: inner.format === 'safeint' };
}

/** One way of setting something that can be set in several: what `by` says, what it is called, and its fields. */
export interface Way {
  by: string;
  title: string;
  fields: SettingField[];
  /** What it begins with; columns are chosen from those there are. */
  begin(columns: (wish: ColumnWish) => readonly string[]): Record<string, unknown>;
}

/** The ways of a union by the key `by`; undefined where the type is none. */
export function waysOf(type: z.ZodType): Way[] | undefined {
  const union = bare(type);
  if (!(union instanceof z.ZodDiscriminatedUnion)) return undefined;
  return (union.options as z.ZodObject[]).map((option) => {
    const [by] = (option.shape.by as z.ZodLiteral<string>).values;
    return {
      by,
      title: (option.shape.by as z.ZodType).meta()?.title ?? by,
      fields: fieldsOf(option),
      begin: (columns) =>
        option.parse({
          by,
          ...Object.fromEntries(
            Object.entries(option.shape).flatMap(([key, one]) => first(key, one as z.ZodType, columns)),
          ),
        }),
    };
  });
}

function first(
  key: string,
  type: z.ZodType,
  columns: (wish: ColumnWish) => readonly string[],
): [string, string | number][] {
  const { column, colour, first: value } = type.meta() ?? {};
  if (column) {
    const there = columns(column);
    return [[key, there.find((name) => name === column.wish) ?? there[0] ?? '']];
  }
  const begins = value ?? colour;
  return begins === undefined ? [] : [[key, begins]];
}

/** The type without its default. */
function bare(type: z.ZodType): z.ZodType {
  return type instanceof z.ZodDefault || type instanceof z.ZodOptional ? bare(type.unwrap() as z.ZodType) : type;
}
