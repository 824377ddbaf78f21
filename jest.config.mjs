const swc = [
  "@swc/jest",
  {
    jsc: {
      target: "es2022",
      parser: { syntax: "typescript", tsx: true },
      transform: { react: { runtime: "automatic" } },
    },
  },
];
const shared = {
  testEnvironment: "node",
  transform: { "^.+\\.tsx?$": swc },
  moduleNameMapper: { "^@/(.*)$": "<rootDir>/src/$1", "^server-only$": "<rootDir>/tests/emptyModule.ts" },
};

/** Packages that come as ES modules only. */
const MODULES = ["react-hotkeys-hook"];

/** `unit` and `pages` need nothing; `integration` needs the database that bin/test.mjs starts. */
const config = {
  // A machine that others use as well may be many times slower for a while.
  testTimeout: 30_000,
  projects: [
    { ...shared, displayName: "unit", testMatch: ["<rootDir>/src/**/*.test.ts", "<rootDir>/tests/replays/*.test.ts"] },
    {
      ...shared,
      displayName: "pages",
      testEnvironment: "jsdom",
      testMatch: ["<rootDir>/src/**/*.test.tsx"],
      transform: { "^.+\\.(tsx?|js)$": swc },
      transformIgnorePatterns: [`/node_modules/(?!(${MODULES.join("|")})/)`],
      moduleNameMapper: { "\\.css$": "<rootDir>/tests/pages/styleNames.ts", ...shared.moduleNameMapper },
      setupFilesAfterEnv: ["<rootDir>/tests/pages/setup.ts"],
    },
    {
      ...shared,
      displayName: "integration",
      testMatch: ["<rootDir>/tests/integration/**/*.test.ts"],
      setupFiles: ["<rootDir>/tests/integration/environment.ts"],
    },
  ],
};
export default config;
