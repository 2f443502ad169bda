import { route } from '@/server/answer';
import type { Body } from '@/server/body';
import { lines, streamed } from '@/server/streamed';
import { editBatch } from '@/server/tables/batch';
import { Fault } from '@/core/fault';

/** Edits of a table: the body is a line that says what they were decided on, then a line for each, and more for large ones. Answered by a line for each, as they are done. */
export const POST = route<{ study: string; table: string }>(async ({ study, table }, request) => {
  if (!request.body) throw new Fault('The request brings nothing. Try again.');
  const news = editBatch(study, table, request.body as unknown as Body);
  // What is wrong with the request as a whole is told before the answer begins.
  const first = await news.next();
  return new Response(streamed(lines(first, news)), {
    headers: { 'Content-Type': 'application/x-ndjson', 'Cache-Control': 'no-store' },
  });
});
