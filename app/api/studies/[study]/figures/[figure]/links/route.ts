import * as z from 'zod';
import { shareFigure } from '@/server/links';
import { route } from '@/server/answer';
import { type Body, whole } from '@/server/body';
import { studyFor } from '@/server/access';
import { Fault } from '@/core/fault';

const largest = 64 * 1024 * 1024;

/** Makes a link for outsiders to the page that is sent, for so many `days`. */
export const POST = route<{ study: string; figure: string }>(async ({ study, figure }, request) => {
  // Before all of it is taken in.
  await studyFor(study, 'edit');
  if (!request.body) throw new Fault('The request brings no page. Try again.');
  const days = z.coerce.number().parse(new URL(request.url).searchParams.get('days') ?? 90);
  const bytes = await whole(request.body as unknown as Body, largest, 'The page is too large for a link.');
  return Response.json(await shareFigure(study, figure, days, bytes), { status: 201 });
});
