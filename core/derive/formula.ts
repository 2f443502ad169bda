/** Short formulas over columns: arithmetic, comparison, if, and texts put together. */
import jsep, { type Expression } from 'jsep';
import { Fault } from '../fault';

export type Value = number | string | boolean | undefined;
type Row = (i: number) => Value;

// Names of columns stand in square brackets, or bare where they are one word.
const placeholder = '__column';

type Call = (...values: Value[]) => Value;
const numbers =
  (of: (...values: number[]) => number): Call =>
  (...values) => {
    if (values.some((value) => value === undefined)) return undefined;
    const result = of(...values.map(asNumber));
    return Number.isFinite(result) ? result : undefined;
  };
const texts =
  (of: (text: string, ...rest: Value[]) => Value): Call =>
  (first, ...rest) => of(asText(first), ...rest); // prettier-ignore

/** Functions by name, with how many values they take. */
const functions: Record<string, { least: number; most: number; of: Call }> = {
  if: { least: 3, most: 3, of: (test, yes, no) => (truth(test) ? yes : no) },
  abs: { least: 1, most: 1, of: numbers(Math.abs) },
  round: { least: 1, most: 2, of: numbers((x, digits = 0) => Math.round(x * 10 ** digits) / 10 ** digits) },
  sqrt: { least: 1, most: 1, of: numbers(Math.sqrt) },
  log: { least: 1, most: 1, of: numbers(Math.log) },
  log10: { least: 1, most: 1, of: numbers(Math.log10) },
  min: { least: 1, most: 20, of: numbers(Math.min) },
  max: { least: 1, most: 20, of: numbers(Math.max) },
  join: { least: 1, most: 20, of: (...values) => values.map(asText).join('') },
  lower: { least: 1, most: 1, of: texts((text) => text.toLowerCase()) },
  upper: { least: 1, most: 1, of: texts((text) => text.toUpperCase()) },
  length: { least: 1, most: 1, of: texts((text) => text.length) },
  contains: { least: 2, most: 2, of: texts((text, part) => text.toLowerCase().includes(asText(part).toLowerCase())) },
  empty: { least: 1, most: 1, of: (value) => value === undefined || value === '' },
};
export const functionNames = Object.keys(functions);

function asNumber(value: Value): number {
  if (typeof value === 'boolean') return value ? 1 : 0;
  return typeof value === 'number' ? value : value === undefined || value.trim() === '' ? NaN : Number(value);
}
const asText = (value: Value): string => (value === undefined ? '' : value === true ? 'yes' : value === false ? 'no' : String(value)); // prettier-ignore
const truth = (value: Value): boolean => (typeof value === 'string' ? value !== '' && value !== 'no' : Boolean(value));

function calculated(a: Value, b: Value, operator: string): Value {
  if (operator === '+' && (typeof a === 'string' || typeof b === 'string')) return asText(a) + asText(b);
  if (a === undefined || b === undefined) return undefined;
  const x = asNumber(a);
  const y = asNumber(b);
  const result = operator === '+' ? x + y : operator === '-' ? x - y : operator === '*' ? x * y : operator === '/' ? x / y : x % y; // prettier-ignore
  return Number.isFinite(result) ? result : undefined;
}

function compared(a: Value, b: Value, operator: string): Value {
  if (operator === '==' || operator === '!=') return (asText(a) === asText(b)) === (operator === '==');
  if (a === undefined || b === undefined) return undefined;
  const texts = typeof a === 'string' && typeof b === 'string';
  const order = texts ? (a < b ? -1 : a > b ? 1 : 0) : asNumber(a) - asNumber(b);
  if (Number.isNaN(order)) return undefined;
  return operator === '<' ? order < 0 : operator === '<=' ? order <= 0 : operator === '>' ? order > 0 : order >= 0;
}

const comparison = new Set(['==', '!=', '<', '<=', '>', '>=']);
const arithmetic = new Set(['+', '-', '*', '/', '%']);

/** Outside of quotes, `[first sent]` becomes a word the parser takes, and a single `=` the comparison it is meant as. */
function prepared(text: string): { text: string; names: string[] } {
  const names: string[] = [];
  const parts = text.split(/("(?:[^"\\]|\\.)*"|'(?:[^'\\]|\\.)*')/);
  const changed = parts.map((part, i) => {
    if (i % 2) return part;
    return part
      .replace(/\[([^[\]]*)\]/g, (_all, name: string) => ` ${placeholder}${names.push(name.trim()) - 1} `)
      .replace(/(?<![<>=!])=(?!=)/g, '==')
      .replace(/<>/g, '!=')
      .replace(/\band\b/gi, '&&')
      .replace(/\bor\b/gi, '||')
      .replace(/\bnot\b/gi, '!');
  });
  return { text: changed.join(''), names };
}

/**
 * The formula as a function of a row. `column(name)` gives the values of a column, or undefined where there is none. A Fault says what is wrong and
 * where. Nothing of the formula is ever run as code: it is parsed, and only what stands in this file is done.
 */
export function formula(text: string, column: (name: string) => Row | undefined, step: string): Row {
  if (text.trim() === '') throw new Fault('Write a formula, such as packets / records.', step);
  if (text.length > 2000) throw new Fault('The formula is longer than 2,000 characters. Shorten it.', step);
  const { text: ready, names } = prepared(text);
  let tree: Expression;
  try {
    tree = jsep(ready);
  } catch (error) {
    const { index, description } = error as { index?: number; description?: string };
    throw new Fault(`The formula cannot be read${index === undefined ? '' : ` at character ${index + 1}`}: ${description ?? 'it ends too early'}. Mend it there.`, step); // prettier-ignore
  }
  const named = (name: string): Row => {
    const known = (name.startsWith(placeholder) && names[Number(name.slice(placeholder.length))]) || name;
    if (known === 'yes' || known === 'no') return () => known === 'yes';
    const values = column(known);
    if (!values) throw new Fault(`There is no column “${known}” for the formula. Texts stand in quotes, names of several words in [brackets].`, step); // prettier-ignore
    return values;
  };
  const made = (node: Expression): Row => {
    switch (node.type) {
      case 'Literal': {
        const value = node.value as Value | null;
        return () => value ?? undefined;
      }
      case 'Identifier':
        return named(node.name as string);
      case 'UnaryExpression': {
        const of = made(node.argument as Expression);
        if (node.operator === '!') return (i) => !truth(of(i));
        if (node.operator === '-') return (i) => calculated(0, of(i), '-');
        if (node.operator === '+') return of;
        break;
      }
      case 'BinaryExpression':
      case 'LogicalExpression': {
        const operator = node.operator as string;
        const left = made(node.left as Expression);
        const right = made(node.right as Expression);
        if (operator === '&&') return (i) => truth(left(i)) && truth(right(i));
        if (operator === '||') return (i) => truth(left(i)) || truth(right(i));
        if (comparison.has(operator)) return (i) => compared(left(i), right(i), operator);
        if (arithmetic.has(operator)) return (i) => calculated(left(i), right(i), operator);
        break;
      }
      case 'ConditionalExpression': {
        const test = made(node.test as Expression);
        const yes = made(node.consequent as Expression);
        const no = made(node.alternate as Expression);
        return (i) => (truth(test(i)) ? yes(i) : no(i));
      }
      case 'CallExpression': {
        const callee = node.callee as Expression;
        const called = callee.type === 'Identifier' && typeof callee.name === 'string' ? callee.name : '?';
        const name = called.toLowerCase();
        if (!Object.hasOwn(functions, name)) {
          throw new Fault(`The formula calls “${called}”, which there is not. There are ${functionNames.join(', ')}.`, step); // prettier-ignore
        }
        const { least, most, of } = functions[name];
        const values = (node.arguments as Expression[]).map(made);
        if (values.length < least || values.length > most) {
          throw new Fault(`“${name}” takes ${least === most ? least : `${least} to ${most}`} values, not ${values.length}.`, step); // prettier-ignore
        }
        return (i) => of(...values.map((value) => value(i)));
      }
    }
    throw new Fault('The formula holds something that cannot be computed. Use numbers, texts in quotes, columns, + − * /, comparisons and functions.', step); // prettier-ignore
  };
  return made(tree);
}
