import * as v from "valibot";

const member = v.object({
  kind: v.picklist(["need", "pin", "forbid"]),
  device: v.string(),
  need: v.string(),
  pad: v.optional(v.string()),
});

const conflict = v.object({ members: v.array(member), smallest: v.boolean(), sentence: v.string() });

/** What `pitstopa wiring --json` prints. */
export const WiringAnswerSchema = v.object({
  feasible: v.boolean(),
  optimal: v.boolean(),
  plan: v.nullable(
    v.object({
      leftOut: v.array(v.string()),
      wires: v.array(
        v.object({
          device: v.string(),
          need: v.string(),
          line: v.picklist(["rx", "tx", "sda", "scl", "wire"]),
          pad: v.string(),
          port: v.string(),
          runMm: v.number(),
          moved: v.boolean(),
        }),
      ),
      rails: v.array(
        v.object({
          rail: v.string(),
          by: v.string(),
          minV: v.nullable(v.number()),
          maxV: v.nullable(v.number()),
          meanA: v.number(),
          peakA: v.number(),
          maxA: v.number(),
          maxPeakA: v.number(),
        }),
      ),
      protocols: v.record(v.string(), v.string()),
      groups: v.record(v.string(), v.string()),
    }),
  ),
  cost: v.nullable(
    v.object({
      leftOut: v.number(),
      protocolRank: v.number(),
      moved: v.number(),
      runMm: v.number(),
      portsChanged: v.number(),
    }),
  ),
  conflict: v.nullable(conflict),
  otherConflicts: v.array(conflict),
  remedies: v.array(
    v.object({
      take: v.picklist(["inverter", "level shifter", "regulator", "other protocol", "leave out", "unpin", "allow"]),
      device: v.string(),
      need: v.string(),
      pad: v.optional(v.string()),
      leftOut: v.array(v.string()),
      frees: v.array(v.string()),
      sentence: v.string(),
    }),
  ),
  tookMs: v.number(),
});
