import * as v from "valibot";
import { safeParseForm } from "./parseForm";

const name = v.pipe(v.string("Give a name."), v.minLength(1, "Give a name."));
const Schema = v.pipe(
  v.object({
    name,
    count: v.optional(v.number(), 1),
    craft: v.nullish(v.object({ name, parts: v.array(v.object({ name })) }), null),
  }),
  v.check(() => true),
);
const messages = (raw: unknown) => {
  const parsed = safeParseForm(Schema, raw);
  return parsed.success ? [] : parsed.issues.map((issue) => `${v.getDotPath(issue)}: ${issue.message}`);
};

describe("safeParseForm", () => {
  it("gives a field that was not sent its own sentence, at any depth", () => {
    expect(messages({})).toEqual(["name: Give a name."]);
    expect(messages({ name: "a", craft: { parts: [{}] } })).toEqual([
      "craft.name: Give a name.",
      "craft.parts.0.name: Give a name.",
    ]);
  });

  it("takes half a character, as a cut emoji leaves it, for what cannot be shown", () => {
    const parsed = safeParseForm(Schema, { name: "arm \ud83d", craft: { name: "\udd25", parts: [{ name: "ok 🔥" }] } });
    expect(parsed.output).toMatchObject({
      name: "arm \ufffd",
      craft: { name: "\ufffd", parts: [{ name: "ok 🔥" }] },
    });
  });

  it("keeps defaults, and refuses what is no object", () => {
    expect(safeParseForm(Schema, { name: "a" }).output).toEqual({ name: "a", count: 1, craft: null });
    expect(messages(null)).toHaveLength(1);
    expect(messages("text")).toHaveLength(1);
  });
});
