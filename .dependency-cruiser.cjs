/** The arrows of docs/architecture.md, enforced. */
const groundFloor = "(job|craft|people|faultLibrary|instruments|packs|boards|stock)";
const bays = "(receive|isolate|bench|refit|flightlog|wiring|prove|handback)";
const only = (name, from, allowed) => ({
  name,
  severity: "error",
  from: { path: from },
  to: { path: "^src/", pathNot: allowed },
});

module.exports = {
  forbidden: [
    {
      name: "no-circles",
      severity: "error",
      from: {},
      to: { circular: true }, // type-only imports count: a file that cannot be read without the other is in a circle with it
    },
    {
      name: "core-stands-alone", // its tests may draw from the simulator's seeded random numbers
      severity: "error",
      from: { path: "^src/core/", pathNot: "\\.test\\.ts$" },
      to: { path: "^src/", pathNot: "^src/core/" },
    },
    only("sim-on-core", "^src/sim/", "^src/(sim|core)/"),
    only("rigs-on-core-sim-server", "^src/rigs/", "^src/(rigs|core|sim|server|shared)/"),
    only("server-alone", "^src/server/", "^src/(server|shared|workers)/"),
    // And on the one drawing of each craft: paper shows the same as the page.
    only("workers-on-core", "^src/workers/", "^src/(workers|core)/|^src/features/craft/drawing/craftSvg"),
    only("shared-alone", "^src/shared/", "^src/(shared|core)/"),
    {
      name: "core-is-pure",
      severity: "error",
      from: { path: "^src/(core|sim)/", pathNot: "\\.test\\.ts$" },
      // Packages that compute and know neither page nor process: linear algebra, distributions, Fourier transforms, tables of text, compression.
      to: {
        dependencyTypes: ["core", "npm"],
        pathNot:
          "node_modules/(ml-matrix|jstat|simple-statistics|papaparse|fflate|fft\\.js|@mcap/core|hyparquet|fzstd|lz4js)/",
      },
    },
    {
      name: "ground-floor-stands-below-bays",
      severity: "error",
      from: { path: `^src/features/${groundFloor}/` },
      to: { path: "^src/features/", pathNot: `^src/features/${groundFloor}/` },
    },
    {
      name: "no-bay-into-another-bay",
      severity: "error",
      from: { path: `^src/features/${bays}/` },
      to: { path: "^src/features/", pathNot: [`^src/features/${groundFloor}/`, "^src/features/$1/"] },
    },
    {
      name: "registry-and-views-above-bays", // what stands on the registry, no bay may reach for
      severity: "error",
      from: { path: `^src/features/(${groundFloor}|${bays})/` },
      to: { path: "^src/features/(bays\\.ts|(navigation|board|calculators|library|workshop)/)" },
    },
    {
      name: "features-not-app",
      severity: "error",
      from: { path: "^src/features/" },
      to: { path: "^src/(app|processes)/" },
    },
    only("app-on-features", "^src/app/", "^src/(app|features|shared|server|core)/"),
  ],
  options: {
    doNotFollow: { path: "node_modules" },
    tsPreCompilationDeps: true,
    tsConfig: { fileName: "tsconfig.json" },
    enhancedResolveOptions: { exportsFields: ["exports"], conditionNames: ["import", "require", "node", "default"] },
  },
};
