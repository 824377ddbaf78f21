import { readdirSync, readFileSync } from "node:fs";
import path from "node:path";
import { withGeneratedChecks } from "../../core/diagnosis/library/generateChecks";
import { shippedLibrary } from "../../core/diagnosis/shippedLibrary";
import { DEFAULT_WORKSHOP } from "../../features/faultLibrary/defaultWorkshop";
import { replayStory, type Story } from "../../sim/replay";

// benchmarkReplays FOLDER: what the engine makes of each story in the folder. Prints a JSON array.

const folder = process.argv[2]!;
const replays = readdirSync(folder)
  .filter((file) => file.endsWith(".json"))
  .map((file) =>
    replayStory(
      withGeneratedChecks(shippedLibrary),
      JSON.parse(readFileSync(path.join(folder, file), "utf8")) as Story,
      DEFAULT_WORKSHOP,
    ),
  );
process.stdout.write(`${JSON.stringify(replays)}\n`);
