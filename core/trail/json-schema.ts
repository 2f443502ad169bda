/** The JSON Schema of stored trails, for other programs; kept in `docs/trail.schema.json`. */
import * as z from 'zod';
import { formKeys } from '../settings';
import { trailVersion } from './migrate';
import { trailSchema } from './registry';

export function trailJsonSchema(): unknown {
  const { $schema, ...trail } = z.toJSONSchema(trailSchema, {
    io: 'input',
    override: ({ jsonSchema }) => withoutForms(jsonSchema),
  }) as unknown as {
    $schema: string;
    properties: object;
    required: string[];
  };
  const version = { const: trailVersion, description: 'Of the format. Trails of earlier versions are read as well.' };
  const whole = {
    $schema,
    ...trail,
    properties: { version, ...trail.properties },
    required: ['version', ...trail.required],
  };
  return JSON.parse(JSON.stringify(whole));
}

/** What only forms need of a setting is no part of what others read. */
function withoutForms(schema: Record<string, unknown>): void {
  for (const key of formKeys) Reflect.deleteProperty(schema, key);
}
