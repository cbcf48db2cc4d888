/** @type {import('next').NextConfig} */
export default {
  serverExternalPackages: ['sharp', 'knex', 'mysql2', '@napi-rs/canvas', 'harfbuzzjs'],
  poweredByHeader: false,
  // Programs get an answer, not another address.
  skipTrailingSlashRedirect: true,
  devIndicators: false,
  experimental: {
    optimizePackageImports: ['@mantine/core', '@mantine/hooks', '@tabler/icons-react'],
    proxyClientMaxBodySize: '64mb',
  },
};
