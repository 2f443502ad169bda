import { openedByGuest } from '@/server/links';
import { route } from '@/server/answer';

/** It runs as nobody, on a site of its own: it can ask for nothing, and sees nothing of whoever is signed in here. */
const alone = [
  'sandbox allow-scripts allow-downloads',
  "default-src 'none'",
  "script-src 'unsafe-inline'",
  "style-src 'unsafe-inline'",
  'img-src data: blob:',
  'font-src data:',
  "base-uri 'none'",
  "form-action 'none'",
  "frame-ancestors 'none'",
].join('; ');

/** The page behind a link for outsiders. */
export const GET = route<{ token: string }>(
  async ({ token }) =>
    new Response(new Uint8Array(await openedByGuest(token)), {
      headers: {
        'Content-Type': 'text/html; charset=utf-8',
        'Content-Security-Policy': alone,
        'Cache-Control': 'no-store',
        'X-Robots-Tag': 'noindex',
      },
    }),
);
