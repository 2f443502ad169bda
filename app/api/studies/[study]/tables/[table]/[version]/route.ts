import { gunzipSync } from 'node:zlib';
import { z } from 'zod';
import { packedTable } from '@/server/tables/packed';
import { responded } from '@/server/answer';

/** The columns of a table at a version, as one Arrow stream; what it holds under this address never changes. */
export function GET(
  request: Request,
  { params }: { params: Promise<{ study: string; table: string; version: string }> },
): Promise<Response> {
  return responded(async () => {
    const { study, table, version } = await params;
    const packed = await packedTable(study, table, z.coerce.number().int().parse(version));
    const takes = /\bgzip\b/.test(request.headers.get('accept-encoding') ?? '');
    return new Response((takes ? packed : gunzipSync(packed)) as Uint8Array<ArrayBuffer>, {
      headers: {
        'Content-Type': 'application/vnd.apache.arrow.stream',
        ...(takes ? { 'Content-Encoding': 'gzip' } : {}),
        Vary: 'Accept-Encoding',
        'Cache-Control': 'private, max-age=31536000, immutable',
      },
    });
  });
}
