import { route } from '@/server/answer';
import { jsonOf } from '@/server/body';
import { askRun, askSchema } from '@/server/runs';

/** As large as a trail may be. */
const largest = 8 * 1024 * 1024;

/** Has a trail computed by the processes on the database, or joins those who wait for the same. */
export const POST = route<{ study: string }>(async ({ study }, request) =>
  Response.json(await askRun(study, askSchema.parse(await jsonOf(request, largest)))),
);
