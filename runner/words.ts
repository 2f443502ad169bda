/** The words of a command: options and the rest. */
import { readFileSync } from 'node:fs';
import { Fault, listed } from '@/core/fault';

/** Options that stand alone, and those that take a value. */
export interface OptionNames {
  flags: readonly string[];
  values: readonly string[];
}

export interface Words {
  has(flag: string): boolean;
  /** The last one that was given, and all. */
  value(option: string): string | undefined;
  all(option: string): string[];
  rest: string[];
}

/** Parses `--option value`, `--option=value` and `--flag`. A Fault for what the command does not know. */
export function parseWords(words: readonly string[], names: OptionNames): Words {
  const flags = new Set<string>();
  const values = new Map<string, string[]>();
  const rest: string[] = [];
  for (let i = 0; i < words.length; i++) {
    const word = words[i];
    if (!word.startsWith('--')) {
      rest.push(word);
      continue;
    }
    const cut = word.indexOf('=');
    const name = word.slice(2, cut < 0 ? undefined : cut);
    if (names.flags.includes(name)) {
      flags.add(name);
      continue;
    }
    if (!names.values.includes(name)) {
      throw new Fault(
        `There is no option --${name}. The options are ${listed(
          [...names.values, ...names.flags].map((one) => `--${one}`),
          20,
        )}.`,
      );
    }
    const value = cut < 0 ? words[++i] : word.slice(cut + 1);
    if (value === undefined) throw new Fault(`The option --${name} needs a value after it.`);
    values.set(name, [...(values.get(name) ?? []), value]);
  }
  return {
    has: (flag) => flags.has(flag),
    value: (option) => values.get(option)?.at(-1),
    all: (option) => values.get(option) ?? [],
    rest,
  };
}

/** A file's bytes; a Fault where there is none. */
export function bytesOf(path: string): Uint8Array {
  try {
    return readFileSync(path);
  } catch {
    throw new Fault(`The file “${path}” cannot be read. Check its name and place.`);
  }
}

/** An option's number; a Fault where it is none. */
export function numberOption(words: Words, option: string, absent: number): number {
  const text = words.value(option);
  if (text === undefined) return absent;
  const value = text.trim() === '' ? NaN : Number(text);
  if (!Number.isFinite(value)) throw new Fault(`--${option} takes a number, not “${text}”.`);
  return value;
}
