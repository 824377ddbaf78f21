import { toJsonSchema } from "@valibot/to-json-schema";
import { LogAnswerSchema } from "../commands/logAnswer.schema";

// Prints what `pitstopa log --json` answers with, as a JSON schema.

process.stdout.write(
  `${JSON.stringify({ title: "What pitstopa log --json prints", ...toJsonSchema(LogAnswerSchema) }, null, 2)}\n`,
);
