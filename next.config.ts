import type { NextConfig } from 'next';
import { alone } from './server/alone';

const config: NextConfig = {
  reactStrictMode: true,
  // Parts of the page that nothing changed are not drawn anew with the rest.
  reactCompiler: true,
  poweredByHeader: false,
  devIndicators: false,
  // Types are checked by `npm test`, over the tests as well.
  typescript: { ignoreBuildErrors: true },
  serverExternalPackages: ['pg', 'pg-boss', 'pg-copy-streams', 'pino', 'prom-client'],
  // Files of up to 256 MB come through the import route; actions carry trails only.
  experimental: { serverActions: { bodySizeLimit: '8mb' } },
  // Threads say it as the pages do that start them, else they are not started.
  headers: () => Promise.resolve([{ source: '/_next/static/:path*', headers: alone }]),
  // Browsers ask for this address unasked, where a page has not yet named its icon.
  rewrites: () =>
    Promise.resolve([
      { source: '/favicon.ico', destination: '/icon.svg' },
      // What outsiders are given.
      { source: '/shared/:token', destination: '/api/shared/:token' },
    ]),
};

export default config;
