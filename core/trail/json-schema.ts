/** The trail's JSON Schema, for other programs; kept in `docs/trail.schema.json`. */
import * as z from 'zod';
import { trailSchema } from './registry';

export function trailJsonSchema(): unknown {
  return JSON.parse(JSON.stringify(z.toJSONSchema(trailSchema, { io: 'input' })));
}
