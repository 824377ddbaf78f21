#!/usr/bin/env node
// Bundles the processes beside the web app (rig agent, simulated bench, demo loader, command line) into dist/, and writes the
// styles of the controls that the web app's own build takes in.
import { buildProcesses, writeControlStyles } from "./lib/install.mjs";
import { readOptions } from "./lib/options.mjs";
import { runMain } from "./lib/say.mjs";

await runMain(async () => {
  readOptions({}, "node bin/build.mjs: bundles the processes and the styles of the controls");
  await buildProcesses();
  await writeControlStyles();
});
