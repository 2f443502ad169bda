import { practiceFile } from '@/server/practice';
import { responded } from '@/server/answer';

/** A file of the demo study, to practise with. */
export function GET(_request: Request, { params }: { params: Promise<{ file: string }> }): Promise<Response> {
  return responded(async () => {
    const name = decodeURIComponent((await params).file);
    const bytes = practiceFile(name) as Uint8Array<ArrayBuffer>;
    return new Response(bytes, {
      headers: {
        'Content-Type': 'application/octet-stream',
        'Content-Disposition': `attachment; filename*=UTF-8''${encodeURIComponent(name)}`,
      },
    });
  });
}
