/** The page that a browser sends to be shared, with its wishes in the address. */
import * as z from 'zod';
import { Fault } from '@/core/fault';
import { studyFor } from '@/server/access';
import { type Body, whole } from '@/server/body';
import { type SharedKind, share } from '.';

const largest = 64 * 1024 * 1024;

/** Makes a link for outsiders to the page that is sent, for so many `days`. */
export async function linkTo(kind: SharedKind, study: string, id: string, request: Request): Promise<Response> {
  // Before all of it is taken in.
  await studyFor(study, 'edit');
  if (!request.body) throw new Fault('The request brings no page. Try again.');
  const wishes = new URL(request.url).searchParams;
  const days = z.coerce.number().parse(wishes.get('days') ?? 90);
  const bytes = await whole(request.body as unknown as Body, largest, 'The page is too large for a link.');
  const records = wishes.get('records') === 'with';
  return Response.json(await share(kind, study, id, { days, records }, bytes), { status: 201 });
}
