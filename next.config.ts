import type { NextConfig } from "next";

const config: NextConfig = {
  // Tests build into a folder of their own, so that they never disturb a running demo.
  distDir: process.env.PITSTOPA_DIST_DIR ?? ".next",
  poweredByHeader: false,
  devIndicators: false,
  serverExternalPackages: ["piscina", "pdfmake", "@node-rs/argon2", "mysql2", "pino"],
  experimental: { serverActions: { bodySizeLimit: "1mb" } },
  headers: () =>
    Promise.resolve([
      {
        // Pages leave the web process as they are: the door packs them, so that it costs this process nothing.
        source: "/((?!_next/|api/).*)",
        headers: [
          { key: "Cache-Control", value: "private, no-cache, no-store, max-age=0, must-revalidate, no-transform" },
        ],
      },
      {
        source: "/(.*)",
        headers: [
          { key: "X-Content-Type-Options", value: "nosniff" },
          { key: "X-Frame-Options", value: "DENY" },
          { key: "Referrer-Policy", value: "same-origin" },
          { key: "Cross-Origin-Resource-Policy", value: "same-origin" },
          // What a page may load is said by the door, with a nonce for each.
        ],
      },
    ]),
};

export default config;
