/** Sets the Content-Security-Policy of every page: scripts from here only, named by a nonce. */
import { type NextRequest, NextResponse } from 'next/server';

export function proxy(request: NextRequest): NextResponse {
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
  response.headers.set('Referrer-Policy', 'no-referrer');
  return response;
}

// Not for the routes under /api: they answer no pages, and the bodies of requests that pass here are cut off at 10 MB.
export const config = { matcher: ['/((?!api/|_next/static|_next/image|fonts/|icon.svg|favicon.ico).*)'] };
