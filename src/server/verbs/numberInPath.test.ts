import { numberInPath } from "./numberInPath";

describe("a number in an address", () => {
  it("is read with its leading zeros", () => expect(numberInPath("0012", "Job 0012")).toBe(12));

  it.each(["", "x", "1e3", "-1", "1.5", "%FF", "1234567890", " 1"])("is refused where it is none: “%s”", (text) =>
    expect(() => numberInPath(text, "Job")).toThrow(expect.objectContaining({ code: "not_found" })),
  );
});
