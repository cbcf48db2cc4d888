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
  poweredByHeader: false,
  // Programs get an answer, not another address.
  skipTrailingSlashRedirect: true,
  devIndicators: false,
  // Which program this is, for what browsers keep; empty where it changes under one's hands.
  env: { PLAVO_BUILD: process.env.PLAVO_BUILD ?? '' },
  experimental: {
    optimizePackageImports: ['@mantine/core', '@mantine/hooks', '@tabler/icons-react'],
    proxyClientMaxBodySize: '64mb',
  },
};
