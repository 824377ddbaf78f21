import { packChunk } from "../../series/chunkCodec";
import { toSeries } from "../../series/series";
import { POWER_DRAW_PROFILE } from "./profiles";
import { gapsOf, workOutRun } from "./workOutRun";

/** Half a second of samples, twenty a second, as the rig hands them on. */
const chunk = (seq: number) => ({
  seq,
  ...packChunk(
    toSeries(
      Array.from({ length: 10 }, (_, at) => ({
        time: seq / 2 + at / 20,
        step: 0,
        throttle: 0,
        voltage: 16,
        current: 1,
      })),
    ),
  ),
});
const run = (seqs: readonly number[], fromS: number | null = null, toS: number | null = null) =>
  workOutRun({
    kind: "motor",
    profile: POWER_DRAW_PROFILE,
    options: {},
    chunks: seqs.map(chunk),
    fromS,
    toS,
    past: {},
  });

describe("samples that could not be stored", () => {
  it("are gaps where a chunk's number is missing, also at the beginning", () => {
    expect(
      gapsOf([
        { seq: 0, time: [0, 0.4] },
        { seq: 1, time: [0.5, 0.9] },
      ]),
    ).toEqual([]);
    expect(
      gapsOf([
        { seq: 0, time: [0, 0.4] },
        { seq: 3, time: [1.5, 1.9] },
      ]),
    ).toEqual([{ fromS: 0.4, toS: 1.5 }]);
    expect(gapsOf([{ seq: 1, time: [0.5, 0.9] }])).toEqual([{ fromS: 0, toS: 0.5 }]);
  });

  it("leave no verdict over them, and one beside them", () => {
    const { gaps, judged } = run([0, 1, 4, 5]);
    expect(gaps).toHaveLength(1);
    expect(judged.measured).toBeNull();
    expect(judged.problem).toMatch(/from 0\.9 to 2\.0 s could not be stored: no verdict over them/);
    expect(run([0, 1, 4, 5], 2.1, 3).judged.problem ?? "").not.toMatch(/could not be stored/);
    expect(run([0, 1, 2, 3]).gaps).toEqual([]);
  });
});
