import { NotFound } from '@/server/access';
import { keptPositions } from '@/server/networks/snapshot';
import { route } from '@/server/answer';

/** Positions kept for a layout: x, y of each node as 32-bit floats. */
export const GET = route<{ study: string; network: string; layout: string }>(async ({ study, network, layout }) => {
  const positions = await keptPositions(study, network, layout);
  if (!positions) throw new NotFound('No positions are kept for this layout.');
  return new Response(new Uint8Array(positions), { headers: { 'Content-Type': 'application/octet-stream' } });
});
