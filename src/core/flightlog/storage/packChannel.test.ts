import { CHUNK_ROWS, chunkCount, packChannel, unpackChannel } from "./packChannel";

describe("a channel in stored stretches", () => {
  const values = Float64Array.from({ length: CHUNK_ROWS + 100 }, (_, row) => 1000 + row * 0.00025);

  it.each([
    ["time", 0],
    ["voltage", 1e-4],
  ])("comes back: %s to %d", (role, slack) => {
    const back = new Float64Array(values.length);
    for (let seq = 0; seq < chunkCount(values.length); seq++)
      unpackChannel(role, packChannel(role, values, seq), back, seq);
    expect(
      Math.max(...back.map((each, row) => Math.abs(each - values[row]!)).filter((_, row) => row % 97 === 0)),
    ).toBeLessThanOrEqual(slack);
    expect(back[CHUNK_ROWS + 99]).toBeCloseTo(values[CHUNK_ROWS + 99]!, 3);
  });

  it("keeps blanks", () => {
    const back = new Float64Array(3);
    unpackChannel("rpm_1", packChannel("rpm_1", Float64Array.of(1, NaN, 3), 0), back, 0);
    expect([...back]).toEqual([1, NaN, 3]);
  });

  it("refuses a stretch of another length", () =>
    expect(() =>
      unpackChannel("voltage", packChannel("voltage", Float64Array.of(1, 2), 0), new Float64Array(3), 0),
    ).toThrow(/a stretch of 3 rows of voltage has 12 bytes, found 8/));
});
