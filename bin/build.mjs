#!/usr/bin/env node
// Bundles the processes beside the web app (rig agent, simulated bench, demo loader, command line) into dist/.
import { buildProcesses } from "./lib/install.mjs";
import { runMain } from "./lib/say.mjs";

await runMain(buildProcesses);
