/** Refuses requests that are not for this server, and sets the Content-Security-Policy of every page: scripts from here only, named by a nonce. */
import { type NextRequest, NextResponse } from 'next/server';
import { misfitOfCall } from './server/action-body';
import { alone } from './server/alone';
import { refusal } from './server/gate';

const said = (status: number, sentence: string, type = 'text/plain; charset=utf-8'): NextResponse =>
  new NextResponse(sentence, { status, headers: { 'Content-Type': type } });

export async function proxy(request: NextRequest): Promise<NextResponse> {
  const refused = refusal(request);
  if (refused) return said(403, refused);
  if (!isAddress(request.url)) return said(400, 'This address is none. Go back, and try another.');
  // Those under /api look at what they are sent themselves.
  const misfit = request.nextUrl.pathname.startsWith('/api/') ? undefined : await misfitOfCall(request);
  // A page shows what comes as plain text, named just so.
  if (misfit) return said(misfit.status, misfit.sentence, 'text/plain');
  const nonce = btoa(crypto.randomUUID());
  // The development server evaluates modules as strings.
  const scripts = process.env.NODE_ENV === 'development' ? `'unsafe-eval'` : '';
  const policy = [
    `default-src 'self'`,
    `script-src 'self' 'nonce-${nonce}' ${scripts}`,
    `worker-src 'self' blob:`,
    // Components place and size things with style attributes.
    `style-src 'self' 'unsafe-inline'`,
    `img-src 'self' data: blob:`,
    `font-src 'self'`,
    `connect-src 'self'`,
    `object-src 'none'`,
    `base-uri 'none'`,
    `form-action 'self'`,
    `frame-ancestors 'none'`,
  ].join('; ');
  const headers = new Headers(request.headers);
  headers.set('x-nonce', nonce);
  headers.set('Content-Security-Policy', policy);
  const response = NextResponse.next({ request: { headers } });
  response.headers.set('Content-Security-Policy', policy);
  response.headers.set('X-Content-Type-Options', 'nosniff');
  for (const { key, value } of alone) response.headers.set(key, value);
  response.headers.set('Referrer-Policy', 'no-referrer');
  return response;
}

function isAddress(url: string): boolean {
  try {
    return decodeURIComponent(url) !== '';
  } catch {
    return false;
  }
}

// Not for the routes under /api, which look at their requests themselves: the bodies of requests that pass here are cut off at 10 MB.
export const config = {
  matcher: ['/((?!api/|_next/static/|shared/).*)', '/api/(.*%[fF][5-9a-fA-F].*)', '/api/(.*%[cC][01].*)'],
};
