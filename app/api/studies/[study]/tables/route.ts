import { importBody } from '@/server/tables/import';
import { fromHere, responded } from '@/server/answer';
import { Fault } from '@/core/fault';

/** Brings a file in: the body is a line of JSON that says what is to be done, and the file's bytes after it. */
export function POST(request: Request, { params }: { params: Promise<{ study: string }> }): Promise<Response> {
  return responded(async () => {
    fromHere(request);
    if (!request.body) throw new Fault('The request brings no file. Try again.');
    const body = request.body as unknown as AsyncIterable<Uint8Array>;
    return Response.json(await importBody((await params).study, body), { status: 201 });
  });
}
