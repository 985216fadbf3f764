import type { NextConfig } from 'next';

// Plain files for any web host have no routes under /api: their names end as no page's or route's does then.
const isStatic = process.env['SYMPLEX_BUILD'] === 'static';

const config: NextConfig = {
  // Pages are plain files either way: they need no server of ours, and can be kept for use without a network.
  output: isStatic ? 'export' : 'standalone',
  pageExtensions: isStatic ? ['tsx', 'ts'] : ['tsx', 'ts', 'api.ts'],
  trailingSlash: true,
  // A request under /api is not sent round by way of a slash; pages are, by the front.
  skipTrailingSlashRedirect: true,
  // They start threads and processes of their own, from their own files.
  serverExternalPackages: ['piscina', 'pino'],
  // `npm run types` checks them, once.
  typescript: { ignoreBuildErrors: true },
  reactStrictMode: true,
  devIndicators: false,
  poweredByHeader: false,
  images: { unoptimized: true },
};

export default config;
