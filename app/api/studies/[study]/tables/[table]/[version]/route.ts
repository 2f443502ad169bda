import * as z from 'zod';
import { packedTable } from '@/server/tables/packed';
import { route } from '@/server/answer';

/** The columns of a table at a version, as one Arrow stream in gzip, which the reader unpacks; what it holds under this address never changes. */
export const GET = route<{ study: string; table: string; version: string }>(async ({ study, table, version }) => {
  const packed = await packedTable(study, table, z.coerce.number().int().max(2_147_483_647).parse(version));
  return new Response(packed as Uint8Array<ArrayBuffer>, {
    headers: {
      // Not as a Content-Encoding: the server drops that header from what comes compressed already.
      'Content-Type': 'application/gzip',
      'Cache-Control': 'private, max-age=31536000, immutable',
    },
  });
});
