#!/usr/bin/env node
// One command from a plain clone to a running demo shop. Ctrl-C stops all of it. A second start keeps the data.
import { join } from "node:path";
import { ensureBuild, ensureDebianPackages, ensureNodeModules } from "./lib/install.mjs";
import { root } from "./lib/paths.mjs";
import { requireFreePort, SIMULATED_COUNT } from "./lib/ports.mjs";
import { runMain, say } from "./lib/say.mjs";
import { startStack } from "./lib/stack.mjs";

await runMain(async () => {
  const first = Number(process.env.PITSTOPA_PORT ?? 4600);
  const simulated = Array.from({ length: SIMULATED_COUNT }, (_, at) => first + 11 + at);
  const ports = { web: first, inner: first + 1, database: first + 6, rig: first + 10, simulated };
  for (const [what, taken] of Object.entries(ports)) {
    if (what === "database" && process.env.DATABASE_URL) continue;
    for (const port of [taken].flat()) await requireFreePort(port, what, "PITSTOPA_PORT");
  }
  await ensureDebianPackages({ browser: false });
  await ensureNodeModules();
  await ensureBuild();
  let ending = false;
  const stack = await startStack({
    folder: process.env.PITSTOPA_STATE ?? join(root, ".pitstopa"),
    ports,
    demo: true,
    onExit: async (name, code) => {
      // Ctrl-C reaches every process at once; a part that heard it before we did has not failed.
      await new Promise((resolve) => setTimeout(resolve, 500));
      if (ending) return;
      say(`${name} ended by itself (${code}); stopping. Its log is in .pitstopa/${name}.log.`);
      void end(1);
    },
  });
  async function end(code) {
    if (ending) return;
    ending = true;
    await stack.stop();
    say("Stopped. The data are kept in .pitstopa/.");
    process.exit(code);
  }
  process.on("SIGINT", () => void end(0));
  process.on("SIGTERM", () => void end(0));
  say(`
  Pitstopa is running:  ${stack.url}

  Sign in as   ines     (technician)   password  bench-light-7
               orrin    (lead)         password  brass-marker-3
               wim      (viewer)       password  paper-stub-1

  Ctrl-C stops everything and keeps the data.
`);
});
