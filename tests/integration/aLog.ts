import { type BeginLogInput, type Look } from "@/features/flightlog/flightlog.schema";

/** Rows of the log that `aLog` announces: two stretches of each channel. */
export const LOG_ROWS = 70_000;

/** A flight log as the page announces it: a clock and a voltage, one fault found in it. */
export function aLog(jobId: number, over: Partial<BeginLogInput> = {}): BeginLogInput {
  return {
    jobId,
    fileName: "maiden.csv",
    sha256: "ab".repeat(32),
    byteCount: 1_000_000,
    rowCount: LOG_ROWS,
    durationS: 70,
    rateHz: 1000,
    columns: [
      { role: "time", heading: "time [s]", unit: "s" },
      { role: "voltage", heading: "pack [V]", unit: "V" },
    ],
    judgement: {
      craft: "multirotor",
      phases: [{ name: "flight", fromS: 0, toS: 70 }],
      verdicts: [
        {
          code: "desync",
          severity: "fault",
          confidence: 0.9,
          fromS: 12,
          toS: 12.4,
          motor: 2,
          value: 1,
          unit: "times",
          sentence: "Motor 2 lost step once.",
          statistics: { times: 1, leastSpeedShare: null },
        },
        {
          code: "ends-in-air",
          severity: "fault",
          confidence: 0.6,
          fromS: 69,
          toS: 70,
          sentence: "It ends in the air.",
          statistics: {},
        },
      ],
      assumptions: [],
      notes: [],
    },
    ...over,
  };
}

/** A way to look at it. */
export const A_LOOK: Look = { verdict: null, fromS: 1, toS: 9, lanes: ["pack"], mode: "time" };
