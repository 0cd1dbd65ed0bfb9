import type { NextConfig } from 'next';

/** Headers of answers are set by the guard in front (src/web). */
const config: NextConfig = {
  serverExternalPackages: [
    'sequelize',
    'pg',
    'pg-hstore',
    'pg-boss',
    'pg-listen',
    'umzug',
    'pino',
    'rate-limiter-flexible',
  ],
  poweredByHeader: false,
  reactStrictMode: true,
  typescript: { ignoreBuildErrors: true },
};

export default config;
