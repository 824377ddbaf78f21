import { readFileSync } from "node:fs";
import path from "node:path";
import { libraryJsonSchema } from "./libraryJsonSchema";

it("is published as it is: docs/library.schema.json, written by npm run schema", () => {
  const published: unknown = JSON.parse(readFileSync(path.resolve("docs/library.schema.json"), "utf8"));
  expect(JSON.parse(JSON.stringify(libraryJsonSchema()))).toEqual(published);
});
