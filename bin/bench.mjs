#!/usr/bin/env node
// Measures the figures that were asked for, on this machine, and says which are reached.
// npm run bench [-- engine replays detection cutoffs technician learning page logview board beat longrun]: some of them, or all.
import { readOptions } from "./lib/options.mjs";
import { rmSync } from "node:fs";
import { join } from "node:path";
import { measureBeat } from "./benchmarks/beat.mjs";
import { measureBoard } from "./benchmarks/board.mjs";
import { measureCluster } from "./benchmarks/cluster.mjs";
import { measureCutoffs } from "./benchmarks/cutoffs.mjs";
import { measureDetection } from "./benchmarks/detection.mjs";
import { measureEngine } from "./benchmarks/engine.mjs";
import { measureLogs } from "./benchmarks/logs.mjs";
import { measureLogread } from "./benchmarks/logread.mjs";
import { measureLogView } from "./benchmarks/logview.mjs";
import { measureLoad } from "./benchmarks/load.mjs";
import { measureLongRun } from "./benchmarks/longRun.mjs";
import { measureKills } from "./benchmarks/kills.mjs";
import { measureIsolatePage } from "./benchmarks/isolatePage.mjs";
import { measureReplays } from "./benchmarks/replays.mjs";
import { measureLearning } from "./benchmarks/learning.mjs";
import { measureTechnician } from "./benchmarks/technician.mjs";
import { measureWiring } from "./benchmarks/wiring.mjs";
import { buildProcesses, ensureBuild, ensureDebianPackages, ensureNodeModules } from "./lib/install.mjs";
import { root } from "./lib/paths.mjs";
import { freePorts } from "./lib/ports.mjs";
import { runMain, SetupError } from "./lib/say.mjs";
import { startStack } from "./lib/stack.mjs";

/** Those that need nothing but Node or start a shop of their own, and those that need the running shop. */
const ALONE = {
  engine: measureEngine,
  replays: measureReplays,
  detection: measureDetection,
  cutoffs: measureCutoffs,
  technician: measureTechnician,
  learning: measureLearning,
  kills: measureKills,
  cluster: measureCluster,
  logs: measureLogs,
  logread: measureLogread,
  wiring: measureWiring,
};
const IN_SHOP = {
  page: measureIsolatePage,
  logview: measureLogView,
  board: measureBoard,
  beat: measureBeat,
  load: measureLoad,
  longrun: measureLongRun,
};

await runMain(async () => {
  const known = [...Object.keys(ALONE), ...Object.keys(IN_SHOP)];
  const { positionals: asked } = readOptions({}, `npm run bench [-- NAME ...]: ${known.join(", ")}`, {
    allowPositionals: true,
  });
  const unknown = asked.find((name) => !known.includes(name));
  if (unknown) throw new SetupError(`There is no benchmark "${unknown}". There are: ${known.join(", ")}.`);
  const wanted = (name) => asked.length === 0 || asked.includes(name);
  await ensureNodeModules();
  await buildProcesses();
  if (wanted("cluster") || wanted("kills")) {
    await ensureDebianPackages({ browser: false, cluster: wanted("cluster") });
    await ensureBuild();
  }
  for (const [name, measure] of Object.entries(ALONE)) if (wanted(name)) await measure();
  const inShop = Object.entries(IN_SHOP).filter(([name]) => wanted(name));
  if (inShop.length === 0) return;
  await ensureDebianPackages({ browser: wanted("page") || wanted("logview") || wanted("longrun") });
  await ensureBuild();
  const folder = join(root, ".pitstopa-test", "bench");
  rmSync(folder, { recursive: true, force: true });
  const stack = await startStack({ folder, ports: await freePorts(), demo: true });
  try {
    for (const [, measure] of inShop)
      await measure({ url: stack.url, env: { ...stack.env, DATABASE_URL: stack.ownerUrl }, folder, stack });
  } finally {
    await stack.stop();
  }
});
