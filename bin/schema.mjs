#!/usr/bin/env node
// Writes docs/library.schema.json, the published format of a library file, from the schema the program checks with.
import { writeFileSync } from "node:fs";
import { join } from "node:path";
import { buildProcesses } from "./lib/install.mjs";
import { root } from "./lib/paths.mjs";
import { need } from "./lib/run.mjs";
import { readOptions } from "./lib/options.mjs";
import { runMain, say } from "./lib/say.mjs";

await runMain(async () => {
  readOptions({}, "npm run schema: writes the format of a library file into docs");
  await buildProcesses();
  const text = await need("The schema", process.execPath, [join(root, "dist/librarySchema.mjs")]);
  writeFileSync(join(root, "docs/library.schema.json"), text);
  say("Written: docs/library.schema.json");
});
