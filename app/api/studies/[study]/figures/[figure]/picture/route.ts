import { keepFigurePicture } from '@/server/figures/kept';
import { route } from '@/server/answer';
import { type Body, whole } from '@/server/body';
import { Fault } from '@/core/fault';

const largest = 1024 * 1024;

/** Keeps the small picture of a figure, a PNG. */
export const PUT = route<{ study: string; figure: string }>(async ({ study, figure }, request) => {
  if (!request.body) throw new Fault('The request brings no picture. Try again.');
  const bytes = await whole(request.body as unknown as Body, largest, 'The picture is too large to keep.');
  await keepFigurePicture(study, figure, bytes);
  return new Response(null, { status: 204 });
});
