import { keepHeld } from '@/server/figures/kept';
import { route } from '@/server/answer';
import { type Body, whole } from '@/server/body';
import { Fault } from '@/core/fault';

const largest = 256 * 1024 * 1024;

/** Keeps what a figure is to hold of its networks; answers with the key under which it is kept. */
export const PUT = route<{ study: string; figure: string }>(async ({ study, figure }, request) => {
  if (!request.body) throw new Fault('The request brings nothing to hold. Try again.');
  const bytes = await whole(request.body as unknown as Body, largest, 'The networks are too large to be held.');
  return Response.json({ key: await keepHeld(study, figure, bytes) });
});
