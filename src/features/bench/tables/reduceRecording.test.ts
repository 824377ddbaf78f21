import { reduceRecording } from "./reduceRecording";

/** One motor at two throttles, 1 kHz for 1.6 s each, shaking once a turn. */
function recording(rateHz = 1000): string {
  const lines = [0.5, 1].flatMap((throttle, place) =>
    Array.from({ length: 1.6 * rateHz }, (_, at) => {
      const timeS = place * 1.6 + at / rateHz;
      const rpm = 12_000 * throttle;
      const shake = 0.5 * throttle ** 2 * Math.sin((2 * Math.PI * rpm * timeS) / 60);
      return [timeS.toFixed(4), 100 * throttle, 16, 20 * throttle, rpm, (1 + shake).toFixed(5)].join(",");
    }),
  );
  return ["time [s],throttle [%],voltage [V],current [A],speed [rpm],acceleration [g]", ...lines].join("\n");
}

describe("reduceRecording", () => {
  it("makes readings that can be read of thousands of lines, gravities taken for m/s²", () => {
    const [remark, header, ...rows] = reduceRecording(recording()).split("\n");
    expect(remark).toMatch(/^# 4 readings .* 3200 lines/);
    expect(header).toBe("time [s],throttle [1],voltage [V],current [A],speed [rpm],vibration [m/s²],roughness [m/s²]");
    expect(rows).toHaveLength(4);
    const full = rows.at(-1)!.split(",").map(Number);
    expect(full.slice(1, 5)).toEqual([1, 16, 20, 12_000]);
    expect(full[5]).toBeCloseTo(0.5 * 9.80665, 2);
    expect(full[6]).toBeLessThan(0.01);
  });

  it("leaves other tables as they are, and one that cannot be reduced for the verdict to say why", () => {
    const plain = "throttle [%],voltage [V]\n50,16";
    expect(reduceRecording(plain)).toBe(plain);
    const tooSlow = recording(100);
    expect(reduceRecording(tooSlow)).toBe(tooSlow);
    const noUnit = "time,acceleration\n1,2";
    expect(reduceRecording(noUnit)).toBe(noUnit);
  });
});
