#!/usr/bin/env node
// One command from a plain clone to a running demo shop. Ctrl-C stops all of it. A second start keeps the data.
import { stateFolder } from "./lib/paths.mjs";
import { readOptions } from "./lib/options.mjs";
import { runMain, say } from "./lib/say.mjs";
import { serve } from "./lib/serve.mjs";

const HELP = `npm run demo: a demo shop with a simulated bench, on this machine alone

  PITSTOPA_PORT    its first port, 4600 when not set
  PITSTOPA_STATE   the folder that keeps it, .pitstopa when not set`;

await runMain(async () => {
  readOptions({}, HELP);
  await serve({
    folder: stateFolder("demo"),
    firstPort: Number(process.env.PITSTOPA_PORT ?? 4600),
    demo: true,
    greet: (stack) =>
      say(`
  Pitstopa is running:  ${stack.url}

  Sign in as   ines     (technician)   password  bench-light-7
               orrin    (lead)         password  brass-marker-3
               wim      (viewer)       password  paper-stub-1

  Ctrl-C stops everything and keeps the data.
`),
  });
});
