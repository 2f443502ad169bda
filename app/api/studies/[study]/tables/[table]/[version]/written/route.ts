import { PassThrough, Readable } from 'node:stream';
import * as z from 'zod';
import { writtenRows } from '@/server/tables/read';
import { responded } from '@/server/answer';

/** The rows of a table at a version as they were written, each a line of JSON; what it holds under this address never changes. */
export function GET(
  _request: Request,
  { params }: { params: Promise<{ study: string; table: string; version: string }> },
): Promise<Response> {
  return responded(async () => {
    const { study, table, version } = await params;
    const rows = await writtenRows(study, table, z.coerce.number().int().parse(version));
    const body = Readable.toWeb(Readable.from(rows).pipe(new PassThrough())) as ReadableStream;
    return new Response(body, {
      headers: { 'Content-Type': 'application/x-ndjson', 'Cache-Control': 'private, max-age=31536000, immutable' },
    });
  });
}
