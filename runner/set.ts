/** `--set step.setting=value`: a trail with other settings. */
import { Fault, listed } from '@/core/fault';
import { own } from '@/core/own';
import { type Trail, trailSchema } from '@/core/trail';

export interface Setting {
  /** As it was written. */
  words: string;
  /** The id of a step, or its kind where the trail has one of it. */
  step: string;
  path: string[];
  value: unknown;
}

/** A Fault where the words name no step and setting. */
export function parseSetting(words: string): Setting {
  const found = /^([^.=]+)\.([^=]+)=(.*)$/s.exec(words);
  if (!found) throw new Fault(`--set takes step.setting=value, such as keep.rule.min=2, not “${words}”.`);
  const [, step, path, text] = found;
  let value: unknown = text;
  try {
    value = JSON.parse(text);
  } catch {
    // A word without quotes is a text.
  }
  return { words, step, path: path.split('.'), value };
}

const stepsFor = (trail: Trail, { step }: Setting): Trail['steps'] => {
  const byId = trail.steps.filter(({ id }) => id === step);
  return byId.length ? byId : trail.steps.filter(({ kind }) => kind === step);
};

/** Whether the trail has the step that is meant. */
export const meant = (trail: Trail, setting: Setting): boolean => stepsFor(trail, setting).length > 0;

/** The trail with the setting; a Fault where two steps could be meant, or its step has no such setting or value. */
export function withSetting(trail: Trail, setting: Setting, name: string): Trail {
  const steps = stepsFor(trail, setting);
  if (steps.length > 1)
    throw new Fault(
      `“${name}” has ${steps.length} steps of the kind ${setting.step}. Name one by its id: ${listed(
        steps.map(({ id }) => id),
        9,
      )}.`,
    );
  const [step] = steps;
  const none = (): never => {
    throw new Fault(
      `The step ${step.id} (${step.kind}) has no setting “${setting.path.join('.')}”. It has ${listed(Object.keys(step), 40)}.`,
    );
  };
  const changed = put(step, setting.path, setting.value, none);
  const read = trailSchema.safeParse({ steps: trail.steps.map((one) => (one === step ? changed : one)) });
  if (read.success) {
    // What a step does not have is passed over by its schema.
    const now = read.data.steps.find(({ id }) => id === step.id);
    if (at(now, setting.path) === undefined && setting.value !== undefined) none();
    return read.data;
  }
  const [first] = read.error.issues;
  throw new Fault(`--set ${setting.words}: ${first.path.slice(2).join('.') || 'the step'}: ${first.message}.`);
}

function put(value: unknown, [key, ...rest]: readonly string[], to: unknown, none: () => never): unknown {
  if (value === null || typeof value !== 'object' || (rest.length && !Object.hasOwn(value, key))) return none();
  if (Array.isArray(value))
    return value.map((one, i) => (String(i) === key ? inside(one, rest, to, none) : (one as unknown)));
  const one = own(value as Record<string, unknown>, key);
  return { ...value, [key]: inside(one, rest, to, none) };
}
const inside = (value: unknown, rest: readonly string[], to: unknown, none: () => never): unknown =>
  rest.length ? put(value, rest, to, none) : to;

/** What stands at a path; undefined where nothing does. */
const at = (value: unknown, path: readonly string[]): unknown =>
  path.reduce<unknown>(
    (one, key) => (one !== null && typeof one === 'object' ? own(one as Record<string, unknown>, key) : undefined),
    value,
  );
