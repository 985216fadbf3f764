import type { NextConfig } from 'next';

const config: NextConfig = {
  // Pages are plain files: they need no server of ours, and can be kept for use without a network.
  output: 'export',
  trailingSlash: true,
  reactStrictMode: true,
  devIndicators: false,
};

export default config;
