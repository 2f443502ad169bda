/** Writes `docs/trail.schema.json` from the step registry. */
import { writeFileSync } from 'node:fs';
import { trailJsonSchema } from '@/core/trail/json-schema';

writeFileSync('docs/trail.schema.json', JSON.stringify(trailJsonSchema(), null, 2) + '\n');
