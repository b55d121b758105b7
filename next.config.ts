import type { NextConfig } from "next";

const config: NextConfig = {
  // The demo and the tests each keep a build of their own, so that one never pulls the floor from under the other.
  distDir: process.env.EMBER_DIST ?? ".next",
  poweredByHeader: false,
  reactStrictMode: true,
  devIndicators: false,
  // Types are checked by `npm test`, once; whoever only builds need not wait for it again.
  typescript: { ignoreBuildErrors: true },
  headers: async () => [
    // Named after the build that asks for it.
    { source: "/theme.css", headers: [{ key: "Cache-Control", value: "public, max-age=31536000, immutable" }] },
    // An owner's link is a secret in an address: it is kept nowhere and told to nobody.
    ...["/owner/:path*", "/api/owner/:path*"].map((source) => ({
      source,
      headers: [
        { key: "Cache-Control", value: "no-store" },
        { key: "Referrer-Policy", value: "no-referrer" },
        { key: "X-Robots-Tag", value: "noindex" },
      ],
    })),
  ],
};

export default config;
