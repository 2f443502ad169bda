import * as z from 'zod';
import { openStudy } from '@/server/archive/open';
import { route } from '@/server/answer';
import type { Body } from '@/server/body';
import { Fault } from '@/core/fault';

/** Opens the archive that is sent as a new study; `name` is what its file is called. */
export const POST = route(async (_params, request) => {
  if (!request.body) throw new Fault('The request brings no archive. Try again.');
  const name = z
    .string()
    .max(1000)
    .parse(new URL(request.url).searchParams.get('name') ?? '');
  return Response.json(await openStudy(request.body as unknown as Body, name), { status: 201 });
});
