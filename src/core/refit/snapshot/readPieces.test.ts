import fc from "fast-check";
import { carryOver } from "./carryOver";
import { readSnapshot } from "./readSnapshot";
import { settingsOf, writeSnapshot } from "./snapshot";

const read = (text: string) => {
  const said = readSnapshot(text);
  if (!said.ok) throw new Error(said.reason);
  return said.snapshot;
};
const scalar = fc.oneof(fc.string(), fc.integer(), fc.boolean(), fc.constant(null));
const key = fc.stringMatching(/^[a-z]{1,6}$/);
const settings = fc.dictionary(key, fc.oneof(scalar, fc.array(scalar), fc.dictionary(key, scalar)), { minKeys: 1 });

describe("settings in JSON", () => {
  it("come back to the letter, however they are written, and hold what the parser finds", () =>
    fc.assert(
      fc.property(settings, fc.constantFrom(0, 2, "\t"), (given, indent) => {
        const text = JSON.stringify(given, null, indent);
        const snapshot = read(text);
        expect(writeSnapshot(snapshot)).toBe(text);
        const found = [...settingsOf(snapshot).values()].map(({ group, key: name }) => [group, name]);
        const expected = Object.entries(given).flatMap(([name, value]) =>
          value !== null && typeof value === "object" && !Array.isArray(value)
            ? Object.keys(value).map((inner) => [name, inner])
            : [["", name]],
        );
        expect(found).toEqual(expected);
      }),
    ));

  it("are carried over as lines, without a secret", () => {
    const text = '{ "drive": { "idle": 5.5 }, "links": { "bind_phrase": "two herons" } }';
    expect(carryOver(read(text)).apply).toBe("drive.idle = 5.5\n# bind_phrase is a secret: set it by hand");
  });
});
