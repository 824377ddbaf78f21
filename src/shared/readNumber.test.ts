import { readNumber } from "./readNumber";

describe("readNumber", () => {
  it.each([
    ["4,8", 4.8],
    ["4.8", 4.8],
    ["2310", 2310],
    ["2 310", 2310],
    ["2,310.5", 2310.5],
    ["1,234,567", 1_234_567],
    ["1.234,5", 1234.5],
    ["1.234.567", 1_234_567],
    ["2.310", 2.31],
    ["-0,25", -0.25],
    ["2,31", 2.31],
  ])("reads %s as %d without a doubt", (text, value) => expect(readNumber(text)).toEqual({ value, doubt: "" }));

  it("takes 2,310 for two thousand three hundred and ten, and asks", () => {
    expect(readNumber("2,310")).toEqual({ value: 2310, doubt: "Read as 2310. If 2.31 is meant, type 2.310." });
  });

  it.each(["", "  ", "soon", "1,2,3", "4..5", "1e"])("reads %p as no number", (text) =>
    expect(readNumber(text).value).toBeNaN(),
  );
});
