import { toJsonSchema } from "@valibot/to-json-schema";
import { WiringCaseFile } from "../../features/boards/board.schema";

// Prints what `pitstopa wiring --case` reads, as a JSON schema; a board file is what stands under `board`.

process.stdout.write(
  `${JSON.stringify({ title: "Wiring case", ...toJsonSchema(WiringCaseFile, { errorMode: "ignore" }) }, null, 2)}\n`,
);
