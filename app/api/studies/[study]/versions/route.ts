import { route } from '@/server/answer';
import { versionsOf } from '@/server/studies/versions';

/** Versions of the study's tables and lists of names, for pages that show them. */
export const GET = route<{ study: string }>(async ({ study }) =>
  Response.json(await versionsOf(study), { headers: { 'Cache-Control': 'no-store' } }),
);
