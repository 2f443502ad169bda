import { route } from '@/server/answer';

/** The process answers. */
export const GET = route(() =>
  Promise.resolve(Response.json({ status: 'ok' }, { headers: { 'Cache-Control': 'no-store' } })),
);
