/** Writes `docs/trail.schema.json` from the step registry, and the schemas of an archive's files. */
import { mkdirSync, writeFileSync } from 'node:fs';
import { archiveSchemas } from '@/core/archive/json-schemas';
import { messageJsonSchema } from '@/core/feed';
import { trailJsonSchema } from '@/core/trail/json-schema';

const write = (path: string, schema: unknown): void => writeFileSync(path, `${JSON.stringify(schema, null, 2)}\n`);
write('docs/trail.schema.json', trailJsonSchema());
write('docs/feed-message.schema.json', messageJsonSchema());
mkdirSync('docs/archive', { recursive: true });
for (const [name, schema] of Object.entries(archiveSchemas())) write(`docs/archive/${name}.schema.json`, schema);
