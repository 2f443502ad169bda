import { readFigure } from '@/core/figure/plan';
import { route } from '@/server/answer';
import { saveFigure } from '@/server/figures';
import { leftUnsaved } from '@/server/on-top';

/** Saves the figure that a page had not saved as it went. */
export const PUT = route<{ study: string; figure: string }>(async ({ study, figure }, request) => {
  const { version, thing, sent } = await leftUnsaved(request, readFigure);
  return Response.json(await saveFigure(study, figure, version, thing, sent));
});
