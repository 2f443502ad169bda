import { storeBody } from '@/server/tables/store';
import { route } from '@/server/answer';
import { Fault } from '@/core/fault';

/** Stores a table: the body is a line of JSON that says what it is, and a line for each row. */
export const POST = route<{ study: string }>(async ({ study }, request) => {
  if (!request.body) throw new Fault('The request brings nothing. Try again.');
  const body = request.body as unknown as AsyncIterable<Uint8Array>;
  return Response.json(await storeBody(study, body), { status: 201 });
});
