import type { NextConfig } from "next";

const securityHeaders = [
  { key: "X-Content-Type-Options", value: "nosniff" },
  { key: "Referrer-Policy", value: "same-origin" },
  { key: "X-Frame-Options", value: "SAMEORIGIN" },
];

const config: NextConfig = {
  reactStrictMode: true,
  poweredByHeader: false,
  // `npm test` checks them itself, just before.
  typescript: { ignoreBuildErrors: process.env.TYPES_CHECKED === "1" },
  productionBrowserSourceMaps: process.env.PROFILE === "1",
  allowedDevOrigins: ["127.0.0.1"],
  headers: () => Promise.resolve([{ source: "/:path*", headers: securityHeaders }]),
};

export default config;
