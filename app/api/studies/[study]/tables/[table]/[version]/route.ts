import { z } from 'zod';
import { toArrow } from '@/core/formats';
import { readTable } from '@/server/tables/read';
import { responded } from '@/server/answer';

/** The columns of a table at a version, as one Arrow stream; what it holds under this address never changes. */
export function GET(
  _request: Request,
  { params }: { params: Promise<{ study: string; table: string; version: string }> },
): Promise<Response> {
  return responded(async () => {
    const { study, table, version } = await params;
    const columns = toArrow(await readTable(study, table, z.coerce.number().int().parse(version)));
    return new Response(columns as Uint8Array<ArrayBuffer>, {
      headers: {
        'Content-Type': 'application/vnd.apache.arrow.stream',
        'Cache-Control': 'private, max-age=31536000, immutable',
      },
    });
  });
}
