import { route } from '@/server/answer';
import { leaveRun, runStatus } from '@/server/runs';

const asked = (request: Request, name: string): string => new URL(request.url).searchParams.get(name) ?? '';

/** How a run stands, for a page that waits for some work of it. */
export const GET = route<{ study: string; run: string }>(async ({ study, run }, request) =>
  Response.json(await runStatus(study, run, asked(request, 'page'), asked(request, 'work')), {
    headers: { 'Cache-Control': 'no-store' },
  }),
);

/** The page waits no more. */
export const DELETE = route<{ study: string; run: string }>(async ({ study, run }, request) => {
  await leaveRun(study, run, asked(request, 'page'));
  return new Response(null, { status: 204 });
});
