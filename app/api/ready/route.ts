import { route } from '@/server/answer';
import { ready } from '@/server/metrics';

/** The process can do its work: its database answers and has the present schema; 503 where it does not. */
export const GET = route(async () => {
  const open = await ready().then(
    () => true,
    () => false,
  );
  return Response.json(
    { status: open ? 'ready' : 'waiting for the database' },
    { status: open ? 200 : 503, headers: { 'Cache-Control': 'no-store' } },
  );
});
