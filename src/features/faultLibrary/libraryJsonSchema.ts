import { toJsonSchema } from "@valibot/to-json-schema";
import { LibraryFile } from "./library.schema";

/** The format of a library file as JSON Schema (draft 7). Published as docs/library.schema.json. */
export function libraryJsonSchema(): object {
  // Trimming cannot be said in JSON Schema; it changes nothing about which files are taken.
  return { title: "Fault library", ...toJsonSchema(LibraryFile, { errorMode: "ignore" }) };
}
