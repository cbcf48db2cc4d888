const WORKERS = '/workers/:build([0-9a-f]{16})';

/** @type {import('next').NextConfig} */
export default {
  serverExternalPackages: [
    'sharp',
    'knex',
    'mysql2',
    '@napi-rs/canvas',
    'harfbuzzjs',
    '@tensorflow/tfjs-core',
    '@tensorflow/tfjs-converter',
    '@tensorflow/tfjs-backend-wasm',
  ],
  // `npm test` looks at types, once.
  typescript: { ignoreBuildErrors: true },
  poweredByHeader: false,
  // Programs get an answer, not another address.
  skipTrailingSlashRedirect: true,
  devIndicators: false,
  // What workers are made of stays the same under the name of a build.
  rewrites: () => [
    { source: `${WORKERS}/:file*`, destination: '/workers/:file*' },
    // Browsers ask for it while one page follows another.
    { source: '/favicon.ico', destination: '/icon.svg' },
  ],
  headers: () => [
    {
      source: `${WORKERS}/:file*`,
      headers: [{ key: 'cache-control', value: 'public, max-age=31536000, immutable' }],
    },
  ],
  // Which program this is, for what browsers keep; empty where it changes under one's hands.
  env: { PLAVO_BUILD: process.env.PLAVO_BUILD ?? '' },
  experimental: {
    optimizePackageImports: ['@mantine/core', '@mantine/hooks', '@tabler/icons-react'],
    proxyClientMaxBodySize: '64mb',
    // A build is made from scratch, and nobody reads maps of it: both took a third of its time.
    turbopackSourceMaps: process.env.NODE_ENV !== 'production',
    turbopackFileSystemCacheForBuild: false,
  },
};
