import { libraryJsonSchema } from "../../features/faultLibrary/libraryJsonSchema";

// The text of docs/library.schema.json.
process.stdout.write(`${JSON.stringify(libraryJsonSchema(), null, 2)}\n`);
