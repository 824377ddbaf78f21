import fc from "fast-check";
import { chunkColumns, decodeChunk, encodeChunk } from "./chunkCodec";

describe("chunk codec", () => {
  it("gives back what it packed, to float32, with commands as they were given", () => {
    const value = fc.double({ min: -100, max: 50_000, noNaN: true });
    const row = fc.record({
      time: value,
      step: fc.integer({ min: 0, max: 240 }),
      throttle: fc.constantFrom(0, 0.35, 0.5, 0.66, 1),
      pulse: fc.constantFrom(1500e-6, 1502e-6, 2000e-6),
      speed: value,
    });
    fc.assert(
      fc.property(fc.array(row, { maxLength: 50 }), (rows) => {
        const names = ["time", "step", "throttle", "pulse", "speed"] as const;
        const series = Object.fromEntries(names.map((name) => [name, rows.map((each) => each[name])]));
        const back = decodeChunk(encodeChunk(series), chunkColumns(series), rows.length);
        expect(back).toEqual({
          ...series,
          time: rows.map(({ time }) => Math.fround(time)),
          speed: rows.map(({ speed }) => Math.fround(speed)),
        });
      }),
    );
  });

  it("names each column with its unit", () => {
    expect(chunkColumns({ time: [0], thrust: [3] })).toEqual([
      { name: "time", unit: "s" },
      { name: "thrust", unit: "N" },
    ]);
  });

  it("refuses a chunk with the wrong count", () => {
    const series = { time: [0], throttle: [0], voltage: [12], current: [1] };
    expect(() => decodeChunk(encodeChunk(series), chunkColumns(series), 2)).toThrow(/2 samples has 32 bytes, found 16/);
  });
});
