import { readLine } from "./readLine";

const channels = [
  { channel: "thrust", query: "grams", factor: 0.00980665 },
  { channel: "speed", query: "rpm", factor: 1 },
];

describe("readLine", () => {
  it("reads who the stand is", () => {
    expect(readLine("# Home-made,Stand,7,0.1", channels)).toEqual({
      kind: "identity",
      identity: { maker: "Home-made", model: "Stand", serial: "7", firmware: "0.1" },
    });
    expect(readLine("# hello", channels)).toBeNull();
  });

  it("turns each value into its channel's unit, however the pair is written", () => {
    expect(readLine("grams 500, rpm=12000, mood: 3\r", channels)).toEqual({
      kind: "readings",
      readings: { thrust: expect.closeTo(4.903325, 6), speed: 12_000 },
    });
    expect(readLine("RPM: 1.2e4", channels)).toEqual({ kind: "readings", readings: { speed: 12_000 } });
  });

  it.each(["", "rpm", "rpm twelve", "boot ok", "rpm 12x"])("passes over %p", (line) =>
    expect(readLine(line, channels)).toBeNull(),
  );
});
