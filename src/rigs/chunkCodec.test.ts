import fc from "fast-check";
import { decodeChunk, encodeChunk } from "./chunkCodec";

describe("chunk codec", () => {
  it("gives back what it packed, to float32", () => {
    const value = fc.double({ min: 0, max: 500, noNaN: true });
    const sample = fc.record({
      timeS: value,
      throttle: fc.constantFrom(0, 0.35, 0.5, 1),
      voltageV: value,
      currentA: value,
    });
    fc.assert(
      fc.property(fc.array(sample, { maxLength: 50 }), (samples) => {
        const back = decodeChunk(encodeChunk(samples), samples.length);
        expect(back).toEqual(
          samples.map(({ throttle, ...rest }) => ({
            throttle,
            timeS: Math.fround(rest.timeS),
            voltageV: Math.fround(rest.voltageV),
            currentA: Math.fround(rest.currentA),
          })),
        );
      }),
    );
  });

  it("refuses a chunk with the wrong count", () => {
    const data = encodeChunk([{ timeS: 0, throttle: 0, voltageV: 12, currentA: 1 }]);
    expect(() => decodeChunk(data, 2)).toThrow(/2 samples has 32 bytes, found 16/);
  });
});
