/** The JSON Schemas of an archive's files, for other programs; kept in `docs/archive/`. */
import * as z from 'zod';
import {
  figureFileSchema,
  keptSchema,
  manifestSchema,
  namesSchema,
  networkSchema,
  shortlistSchema,
  tableSchema,
  versionSchema,
} from './layout';

const schemas = {
  study: manifestSchema,
  table: tableSchema,
  names: namesSchema,
  shortlist: shortlistSchema,
  kept: keptSchema,
  network: networkSchema,
  version: versionSchema,
  figure: figureFileSchema,
};

/** By the name of what they describe. */
export function archiveSchemas(): Record<string, unknown> {
  return Object.fromEntries(
    Object.entries(schemas).map(([name, schema]) => [
      name,
      JSON.parse(JSON.stringify(z.toJSONSchema(schema, { io: 'input' }))) as unknown,
    ]),
  );
}
