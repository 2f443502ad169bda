/** Short formulas over columns: arithmetic, comparison, if, and texts put together. Types are checked before anything is computed. */
import jsep, { type Expression } from 'jsep';
import { Fault, counted } from '../fault';
import { asNumber, asText, finite, functionNames, functions, type Row, type Typed, type Value } from './functions';

// Names of columns stand in square brackets, or bare where they are one word.
const placeholder = '__column';

const arithmetic: ReadonlyMap<string, (x: number, y: number) => number> = new Map([
  ['+', (x, y) => x + y],
  ['-', (x, y) => x - y],
  ['*', (x, y) => x * y],
  ['/', (x, y) => x / y],
  ['%', (x, y) => x % y],
  ['**', (x, y) => x ** y],
]);
const order: ReadonlyMap<string, (difference: number) => boolean> = new Map([
  ['<', (d) => d < 0],
  ['<=', (d) => d <= 0],
  ['>', (d) => d > 0],
  ['>=', (d) => d >= 0],
]);
const typeWords = { number: 'a number', text: 'a text', yesno: 'yes or no' } as const;

/** Signs as they are written by hand, and as the parser takes them. */
const signs: readonly [RegExp, string][] = [
  [/^(?:>=|≥|⩾)/, '>='],
  [/^(?:<=|≤|⩽)/, '<='],
  [/^(?:<>|!=|≠)/, '!='],
  [/^==?/, '=='],
  [/^(?:\^|\*\*)/, '**'],
  [/^[×·]/, '*'],
  [/^÷/, '/'],
  [/^[−–]/, '-'],
  [/^and\b/i, '&&'],
  [/^or\b/i, '||'],
  [/^not\b/i, '!'],
];

/**
 * The formula as the parser takes it: `[first sent]` as one word, signs as they are typed by programmers. `at` has the place in the original of every
 * character. A Fault for what the parser would misread.
 */
function prepared(text: string, step: string): { text: string; names: string[]; at: number[] } {
  const names: string[] = [];
  const at: number[] = [];
  let out = '';
  let depth = 0;
  const put = (piece: string, from: number): void => {
    for (let k = 0; k < piece.length; k++) at.push(from);
    out += piece;
  };
  for (let i = 0; i < text.length;) {
    const rest = text.slice(i);
    const quoted = /^(?:"(?:[^"\\]|\\.)*"|'(?:[^'\\]|\\.)*')/s.exec(rest)?.[0];
    if (quoted) {
      put(quoted, i);
      i += quoted.length;
      continue;
    }
    const bracket = /^\[([^[\]]*)\]/.exec(rest);
    if (bracket) {
      const name = bracket[1].trim();
      if (name === '')
        throw new Fault(
          `The brackets at character ${i + 1} hold no name. Write a column’s name in them, such as [first sent].`,
          step,
        );
      put(` ${placeholder}${names.push(name) - 1} `, i);
      i += bracket[0].length;
      continue;
    }
    const comma = depth === 0 ? /^\d+,\d+/.exec(rest)?.[0] : undefined;
    if (comma && !/[\w.]$/.test(text.slice(0, i))) {
      throw new Fault(
        `“${comma}” at character ${i + 1}: decimals stand behind a point, as in ${comma.replace(',', '.')}. Write it so.`,
        step,
      );
    }
    const word = /^[\p{L}_$][\p{L}\p{N}_$]*/u.exec(rest)?.[0];
    const sign = signs.find(([pattern]) => pattern.test(rest));
    if (sign) {
      const [written] = sign[0].exec(rest) as RegExpExecArray;
      put(/\w/.test(written) ? ` ${sign[1]} ` : sign[1], i);
      i += written.length;
      continue;
    }
    const piece = word ?? text[i];
    if (piece === '(') depth++;
    if (piece === ')') depth--;
    put(piece, i);
    i += piece.length;
  }
  return { text: out, names, at };
}

/**
 * The formula, its type, and its value for each row; `column(name)` gives a column's, or undefined where there is none. Where a value that is needed is
 * missing, the result is missing. A Fault says what is wrong and where. Nothing of the formula is ever run as code: it is parsed, and only what stands in
 * this file is done.
 */
export function formula(text: string, column: (name: string) => Typed | undefined, step: string): Typed {
  if (text.trim() === '') throw new Fault('Write a formula, such as packets / records.', step, true);
  if (text.length > 2000) throw new Fault('The formula is longer than 2,000 characters. Shorten it.', step);
  const { text: ready, names, at } = prepared(text, step);
  let tree: Expression;
  try {
    tree = jsep(ready);
  } catch (error) {
    const { index, description } = error as { index?: number; description?: string };
    const place = index === undefined ? undefined : (at[index] ?? text.length);
    throw new Fault(
      `The formula cannot be read${place === undefined ? '' : ` at character ${place + 1}`}: ${description ?? 'it ends too early'}. Mend it there.`,
      step,
    );
  }
  const nameOf = (name: string): string =>
    name.startsWith(placeholder) ? (names[Number(name.slice(placeholder.length))] ?? name) : name;
  const written = (node: Expression): string => {
    const part = (child: unknown): string => written(child as Expression);
    switch (node.type) {
      case 'Literal':
        return node.raw as string;
      case 'Identifier':
        return (node.name as string).startsWith(placeholder)
          ? `[${nameOf(node.name as string)}]`
          : (node.name as string);
      case 'UnaryExpression':
        return `${node.operator === '!' ? 'not ' : (node.operator as string)}${part(node.argument)}`;
      case 'BinaryExpression':
      case 'LogicalExpression':
        return `${part(node.left)} ${shown.get(node.operator as string) ?? (node.operator as string)} ${part(node.right)}`;
      case 'CallExpression':
        return `${part(node.callee)}(${(node.arguments as Expression[]).map(written).join(', ')})`;
      case 'MemberExpression':
        return `${part(node.object)}.${part(node.property)}`;
      case 'ConditionalExpression':
        return `${part(node.test)} ? ${part(node.consequent)} : ${part(node.alternate)}`;
      default:
        return text.trim();
    }
  };
  const wrong = (node: Expression, sentence: string): Fault => {
    const snippet = written(node);
    const place = text.indexOf(snippet);
    return new Fault(`In “${snippet}”${place > 0 ? ` at character ${place + 1}` : ''}: ${sentence}`, step);
  };
  const needsNumber = (node: Expression, part: Expression, { type }: Typed): void => {
    if (type === 'text')
      throw wrong(
        node,
        `“${written(part)}” is a text, and a number is needed. number(${written(part)}) reads it as one.`,
      );
  };
  const needsYesNo = (node: Expression, part: Expression, { type }: Typed): void => {
    if (type !== 'yesno')
      throw wrong(node, `“${written(part)}” is ${typeWords[type]}, and yes or no is needed, as from a comparison.`);
  };
  const named = (name: string): Typed => {
    const known = nameOf(name);
    if (known === name && (known === 'yes' || known === 'no')) return { type: 'yesno', value: () => known === 'yes' };
    const found = column(known);
    if (found) return found;
    const place = text.indexOf(known);
    throw new Fault(
      `There is no column “${known}”${place >= 0 ? ` (character ${place + 1})` : ''} for the formula. Texts stand in quotes, names of several words in [brackets].`,
      step,
    );
  };
  const binary = (node: Expression): Typed | undefined => {
    const operator = node.operator as string;
    const [a, b] = [node.left, node.right].map((part) => made(part as Expression));
    const parts: [Expression, Typed][] = [
      [node.left as Expression, a],
      [node.right as Expression, b],
    ];
    if (operator === '&&' || operator === '||') {
      for (const [part, of] of parts) needsYesNo(node, part, of);
      // What one side settles needs no other.
      const settles = operator === '||';
      return { type: 'yesno', value: (i) => settled(a.value(i), b.value(i), settles) };
    }
    if (operator === '==' || operator === '!=') {
      const same = operator === '==';
      if (a.blank || b.blank)
        return { type: 'yesno', value: (i) => (asText(a.value(i)) === asText(b.value(i))) === same };
      return { type: 'yesno', value: both(a, b, (x, y) => (asText(x) === asText(y)) === same) };
    }
    const holds = order.get(operator);
    if (holds) {
      if ((a.type === 'text') !== (b.type === 'text')) {
        throw wrong(
          node,
          `${typeWords[a.type]} is compared with ${typeWords[b.type]}. Compare like with like; number(…) reads a text as a number.`,
        );
      }
      if (a.type === 'text')
        return {
          type: 'yesno',
          value: both(a, b, (x, y) => holds((x as string) < (y as string) ? -1 : x === y ? 0 : 1)),
        };
      return { type: 'yesno', value: both(a, b, (x, y) => holds(asNumber(x) - asNumber(y))) };
    }
    const compute = arithmetic.get(operator);
    if (!compute) return undefined;
    if (operator === '+' && (a.type === 'text' || b.type === 'text')) {
      if (a.type !== b.type)
        throw wrong(
          node,
          `${typeWords[a.type]} and ${typeWords[b.type]} cannot be added. join(…) writes them one behind the other, number(…) reads a text as a number.`,
        );
      return { type: 'text', value: (i) => asText(a.value(i)) + asText(b.value(i)) };
    }
    for (const [part, of] of parts) needsNumber(node, part, of);
    return { type: 'number', value: both(a, b, (x, y) => finite(compute(asNumber(x), asNumber(y)))) };
  };
  const chosen = (node: Expression, parts: readonly Expression[]): Typed => {
    const [test, yes, no] = parts.map(made);
    needsYesNo(node, parts[0], test);
    const value: Row = (i) => {
      const asked = test.value(i);
      return asked === undefined ? undefined : asked ? yes.value(i) : no.value(i);
    };
    if (yes.type === no.type || no.blank || yes.blank) {
      const { type } = yes.blank ? no : yes;
      return { type, value: (i) => (value(i) === '' ? undefined : value(i)) };
    }
    return { type: 'text', value: (i) => (value(i) === undefined ? undefined : asText(value(i))) };
  };
  const called = (node: Expression): Typed => {
    const name =
      node.callee && (node.callee as Expression).type === 'Identifier'
        ? ((node.callee as Expression).name as string).toLowerCase()
        : '';
    const parts = node.arguments as Expression[];
    const known = functions.get(name);
    if (!known && name !== 'if')
      throw new Fault(
        `The formula calls “${written(node.callee as Expression)}”, which is not known. There are ${functionNames.join(', ')}.`,
        step,
      );
    const { least, most } = known ?? { least: 3, most: 3 };
    if (parts.length < least || parts.length > most) {
      throw new Fault(
        `“${name}” takes ${least === most ? counted(least, 'value') : `${least} to ${most} values`}, not ${parts.length}.`,
        step,
      );
    }
    if (!known) return chosen(node, parts);
    const values = parts.map(made);
    if (known.takes) values.forEach((of, i) => needsNumber(node, parts[i], of));
    return { type: known.gives, value: (i) => known.of(...values.map((one) => one.value(i))) };
  };
  const made = (node: Expression): Typed => {
    switch (node.type) {
      case 'Literal': {
        const value = node.value as Value | null;
        if (typeof value === 'number') return { type: 'number', value: () => value };
        if (typeof value === 'boolean') return { type: 'yesno', value: () => value };
        return { type: 'text', value: () => value ?? undefined, blank: value === '' };
      }
      case 'Identifier':
        return named(node.name as string);
      case 'UnaryExpression': {
        const part = node.argument as Expression;
        const of = made(part);
        if (node.operator === '!') {
          needsYesNo(node, part, of);
          return { type: 'yesno', value: (i) => opposite(of.value(i)) };
        }
        if (node.operator !== '-' && node.operator !== '+') break;
        needsNumber(node, part, of);
        const sign = node.operator === '-' ? -1 : 1;
        return {
          type: 'number',
          value: (i) => (of.value(i) === undefined ? undefined : sign * asNumber(of.value(i)) + 0),
        };
      }
      case 'BinaryExpression':
      case 'LogicalExpression': {
        const found = binary(node);
        if (found) return found;
        throw wrong(
          node,
          `the sign ${node.operator as string} is not known. There are + − * / % ^, comparisons, and, or, not.`,
        );
      }
      case 'ConditionalExpression':
        return chosen(node, [node.test, node.consequent, node.alternate] as Expression[]);
      case 'CallExpression':
        return called(node);
      case 'MemberExpression':
        throw wrong(
          node,
          'a point or bracket stands behind a name, which cannot be computed. Names with points stand in [brackets].',
        );
      case 'Compound':
        throw new Fault(
          'The formula holds several values with no sign between them, which cannot be computed. Put + − * / or a comparison between them.',
          step,
        );
    }
    throw new Fault(
      'The formula holds something that cannot be computed. Use numbers, texts in quotes, columns, + − * / ^, comparisons and functions.',
      step,
    );
  };
  return made(tree);
}

const shown: ReadonlyMap<string, string> = new Map([
  ['==', '='],
  ['**', '^'],
  ['&&', 'and'],
  ['||', 'or'],
]);

const opposite = (value: Value): Value => (value === undefined ? undefined : !value);

/** And, or: what one side settles is known, whatever the other; else a missing side leaves it open. */
function settled(a: Value, b: Value, by: boolean): Value {
  if (a === by || b === by) return by;
  return a === undefined || b === undefined ? undefined : !by;
}

/** A value of both, missing where one of them is. */
const both =
  (a: Typed, b: Typed, of: (x: Value, y: Value) => Value): Row =>
  (i) => {
    const [x, y] = [a.value(i), b.value(i)];
    return x === undefined || y === undefined ? undefined : of(x, y);
  };
