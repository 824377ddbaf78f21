import { toJsonSchema } from "@valibot/to-json-schema";
import { WiringAnswerSchema } from "../commands/wiringAnswer.schema";

// Prints what `pitstopa wiring --json` answers with, as a JSON schema.

process.stdout.write(
  `${JSON.stringify({ title: "What pitstopa wiring --json prints", ...toJsonSchema(WiringAnswerSchema) }, null, 2)}\n`,
);
