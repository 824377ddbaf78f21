#!/usr/bin/env node
// Writes the published formats, a library file, a wiring case, and what flight logs and wiring cases are answered with, from the schemas the program checks with.
import { writeFileSync } from "node:fs";
import { join } from "node:path";
import { buildProcesses } from "./lib/install.mjs";
import { root } from "./lib/paths.mjs";
import { need } from "./lib/run.mjs";
import { readOptions } from "./lib/options.mjs";
import { runMain, say } from "./lib/say.mjs";

await runMain(async () => {
  readOptions({}, "npm run schema: writes the published formats into docs");
  await buildProcesses();
  for (const [made, file] of [
    ["librarySchema", "library.schema.json"],
    ["logSchema", "log-answer.schema.json"],
    ["wiringCaseSchema", "wiring-case.schema.json"],
    ["wiringAnswerSchema", "wiring-answer.schema.json"],
  ]) {
    const text = await need("The schema", process.execPath, [join(root, `dist/${made}.mjs`)]);
    writeFileSync(join(root, "docs", file), text);
    say(`Written: docs/${file}`);
  }
});
