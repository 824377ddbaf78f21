import * as v from "valibot";

/**
 * Parses what a form or a request sent. A field that was not sent at all is treated as an empty one, so that it gets its
 * own field's sentence ("Say in a few words what is wrong.") instead of a technical one about a missing key.
 */
export function safeParseForm<S extends v.GenericSchema>(schema: S, raw: unknown): v.SafeParseResult<S> {
  return v.safeParse(schema, withMissingKeys(schema, wellFormed(raw)));
}

/** Half of a character, as an emoji that was cut in two leaves it, becomes the sign for what cannot be shown: no store takes it. */
function wellFormed(input: unknown): unknown {
  if (typeof input === "string") return input.toWellFormed();
  if (Array.isArray(input)) return input.map(wellFormed);
  if (input === null || typeof input !== "object" || Object.getPrototypeOf(input) !== Object.prototype) return input;
  return Object.fromEntries(Object.entries(input).map(([key, value]) => [key.toWellFormed(), wellFormed(value)]));
}

/** The parts of a schema that the walk below looks at. */
interface SchemaShape {
  type: string;
  entries?: Record<string, SchemaShape>;
  wrapped?: SchemaShape;
  item?: SchemaShape;
}

function withMissingKeys(schema: SchemaShape, input: unknown): unknown {
  if (input === null || typeof input !== "object") return input;
  if (schema.wrapped) return withMissingKeys(schema.wrapped, input);
  if (schema.item && Array.isArray(input)) return input.map((entry) => withMissingKeys(schema.item!, entry));
  if (!schema.entries || Array.isArray(input)) return input;
  const given = input as Record<string, unknown>;
  const filled = Object.entries(schema.entries).map(([key, entry]) => [key, withMissingKeys(entry, given[key])]);
  return { ...given, ...Object.fromEntries(filled) };
}
