import type { NextConfig } from 'next';
import { fixedHeaders } from './src/headers';

const config: NextConfig = {
  reactStrictMode: true,
  poweredByHeader: false,
  // Every picture is drawn here; none is worked on by the server.
  images: { unoptimized: true },
  headers: async () => [{ source: '/:path*', headers: fixedHeaders }],
};

export default config;
