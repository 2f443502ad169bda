import { storeBody } from '@/server/tables/store';
import { fromHere, responded } from '@/server/answer';
import { Fault } from '@/core/fault';

/** Stores a table: the body is a line of JSON that says what it is, and a line for each row. */
export function POST(request: Request, { params }: { params: Promise<{ study: string }> }): Promise<Response> {
  return responded(async () => {
    fromHere(request);
    if (!request.body) throw new Fault('The request brings nothing. Try again.');
    const body = request.body as unknown as AsyncIterable<Uint8Array>;
    return Response.json(await storeBody((await params).study, body), { status: 201 });
  });
}
