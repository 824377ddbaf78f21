import * as v from "valibot";
import { HandBackInput } from "./handBack.schema";

const given = { jobId: 12, version: 3, to: "Test owner", note: "" };
const problemsOf = (unrepaired: unknown) =>
  v.safeParse(HandBackInput, { ...given, unrepaired }).issues?.map(({ message }) => message) ?? [];

describe("handing back unrepaired", () => {
  it.each([
    ["", []],
    ["  ", []],
    ["beyond its worth", []],
    ["ab", ["Say why."]],
    [" x ", ["Say why."]],
    ["x".repeat(201), ["At most 200 letters."]],
  ])("with the reason “%s” is answered with %j", (why, problems) => {
    expect(problemsOf(why)).toEqual(problems);
  });
});
