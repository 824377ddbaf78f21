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
/** Packages that come as ES modules only. */
const MODULES = [
  "hyparquet",
  "hyparquet-writer",
  "react-hotkeys-hook",
  "p-queue",
  "p-timeout",
  "eventemitter3",
  "p-retry",
  "is-network-error",
];
const shared = {
  testEnvironment: "node",
  transform: { "^.+\\.(tsx?|js|mjs)$": swc },
  // Tests run in a context of their own, where each look-up of a global goes a long way round: simulations took three times as long.
  sandboxInjectedGlobals: ["Math", "Number", "Float64Array", "Array"],
  transformIgnorePatterns: [`/node_modules/(?!(${MODULES.join("|")})/)`],
  moduleNameMapper: {
    "\\.css$": "<rootDir>/tests/pages/styleNames.ts",
    "^@/(.*)$": "<rootDir>/src/$1",
    "^server-only$": "<rootDir>/tests/emptyModule.ts",
  },
};
/** Tests that run the simulator for seconds on end: few seeds here, all of them in `npm run bench`. */
const SIMULATION = [
  "<rootDir>/src/sim/detectDefects.test.ts",
  "<rootDir>/src/sim/flight/detectFaults.test.ts",
  "<rootDir>/src/rigs/agent/cutOffTrials.test.ts",
  "<rootDir>/src/core/diagnosis/followingTheEngine.test.ts",
  "<rootDir>/src/core/diagnosis/checks/rankingQuality.test.ts",
  "<rootDir>/src/sim/simulatedRepair.test.ts",
  "<rootDir>/tests/replays/*.test.ts",
  "<rootDir>/tests/fixtures/*/*.test.ts",
];

process.env.PITSTOPA_ZONE ??= "UTC"; // what is written of a time must not depend on where the tests run

/** The dead man's beat to a process of its own: nothing else may run beside it. */
const RIG = ["<rootDir>/tests/integration/rigProcess.test.ts"];

/** `unit`, `pages` and `simulation` need nothing; `integration` and `rig` need the database that bin/test.mjs starts. */
const config = {
  // A machine that others use as well may be many times slower for a while.
  testTimeout: 30_000,
  projects: [
    {
      ...shared,
      displayName: "unit",
      testMatch: ["<rootDir>/src/**/*.test.ts"],
      testPathIgnorePatterns: SIMULATION.map((path) => path.replace("<rootDir>", "").replace("*", "[^/]*")),
    },
    {
      ...shared,
      displayName: "pages",
      testEnvironment: "jsdom",
      testMatch: ["<rootDir>/src/**/*.test.tsx"],
      setupFilesAfterEnv: ["<rootDir>/tests/pages/setup.ts"],
    },
    { ...shared, displayName: "simulation", testMatch: SIMULATION },
    {
      ...shared,
      displayName: "integration",
      testMatch: ["<rootDir>/tests/integration/**/*.test.ts"],
      testPathIgnorePatterns: RIG.map((path) => path.replace("<rootDir>", "")),
      setupFiles: ["<rootDir>/tests/integration/environment.ts"],
    },
    {
      ...shared,
      displayName: "rig",
      testMatch: RIG,
      setupFiles: ["<rootDir>/tests/integration/environment.ts"],
    },
  ],
};
export default config;
