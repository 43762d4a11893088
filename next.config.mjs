/** @type {import('next').NextConfig} */
export default {
  reactStrictMode: true,
  poweredByHeader: false,
  headers: () => [
    {
      source: '/:path*',
      headers: [
        { key: 'x-frame-options', value: 'DENY' },
        { key: 'x-content-type-options', value: 'nosniff' },
        { key: 'referrer-policy', value: 'same-origin' },
        { key: 'cross-origin-resource-policy', value: 'same-origin' },
        { key: 'cross-origin-opener-policy', value: 'same-origin' },
      ],
    },
    {
      // An answer of the interface is no page: shown by itself it may load and run nothing.
      source: '/api/:path*',
      headers: [
        { key: 'content-security-policy', value: "default-src 'none'; frame-ancestors 'none'; sandbox" },
      ],
    },
  ],
  serverExternalPackages: ['better-sqlite3', 'piscina'],
  // Types are checked by “npm run types”, once, with the same settings.
  typescript: { ignoreBuildErrors: true },
};
