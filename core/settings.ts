/** Settings that describe themselves: a schema's fields, with the words and bounds that a form needs to draw them. */
import * as z from 'zod';

declare module 'zod' {
  interface GlobalMeta {
    /** Drawn as a slider: from, to, step. What the schema allows may be wider. */
    slide?: [number, number, number];
    /** Decimals shown beside a slider. */
    digits?: number;
    /** What the values of a choice are called, where it is not by themselves. */
    labels?: Record<string, string>;
  }
}

interface Described {
  key: string;
  title: string;
  help?: string;
}

/** One field of a form. */
export type SettingField =
  | (Described & { kind: 'slide'; from: number; to: number; step: number; digits?: number })
  | (Described & { kind: 'number'; min: number; max: number; whole: boolean })
  | (Described & { kind: 'yesno' })
  | (Described & { kind: 'choice'; choices: { value: string; label: string }[] });

/** The fields of a schema in their order; those without a title are not set in a form. */
export function fieldsOf(schema: z.ZodObject): SettingField[] {
  return Object.entries(schema.shape).flatMap(([key, given]): SettingField[] => {
    const type = given as z.ZodType;
    const { title, description: help, slide, digits, labels } = type.meta() ?? {};
    if (title === undefined) return [];
    const words = { key, title, ...(help === undefined ? {} : { help }) };
    const inner = bare(type);
    if (inner instanceof z.ZodBoolean) return [{ ...words, kind: 'yesno' }];
    if (inner instanceof z.ZodEnum) {
      const choices = inner.options.map((value) => ({ value: `${value}`, label: labels?.[value] ?? `${value}` }));
      return [{ ...words, kind: 'choice', choices }];
    }
    if (!(inner instanceof z.ZodNumber)) throw new Error(`the setting “${key}” is of a kind that no form has`);
    if (slide) {
      const [from, to, step] = slide;
      return [{ ...words, kind: 'slide', from, to, step, ...(digits === undefined ? {} : { digits }) }];
    }
    const [min, max] = [inner.minValue ?? -Infinity, inner.maxValue ?? Infinity];
    return [{ ...words, kind: 'number', min, max, whole: inner.format === 'safeint' }];
  });
}

/** The type without its default. */
function bare(type: z.ZodType): z.ZodType {
  return type instanceof z.ZodDefault || type instanceof z.ZodOptional ? bare(type.unwrap() as z.ZodType) : type;
}
