import * as z from 'zod';
import { writtenRows } from '@/server/tables/read';
import { route } from '@/server/answer';
import { streamed } from '@/server/streamed';

/** The rows of a table at a version as they were written, each a line of JSON; what it holds under this address never changes. */
export const GET = route<{ study: string; table: string; version: string }>(async ({ study, table, version }) => {
  const rows = await writtenRows(study, table, z.coerce.number().int().max(2_147_483_647).parse(version));
  return new Response(streamed(rows), {
    headers: { 'Content-Type': 'application/x-ndjson', 'Cache-Control': 'private, max-age=31536000, immutable' },
  });
});
