import { readTrail } from '@/core/trail';
import { route } from '@/server/answer';
import { saveTrail } from '@/server/networks';
import { leftUnsaved } from '@/server/on-top';

/** Saves the trail that a page had not saved as it went. */
export const PUT = route<{ study: string; network: string }>(async ({ study, network }, request) => {
  const { version, thing, sent } = await leftUnsaved(request, readTrail);
  return Response.json(await saveTrail(study, network, version, thing, sent));
});
