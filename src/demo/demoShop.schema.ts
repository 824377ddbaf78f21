import * as v from "valibot";
import { CraftInput } from "../features/craft/addCraft.schema";
import { PART_KIND_LIST } from "../core/craft/partKinds";
import { BAYS } from "../features/bays";
import { MENDABLE_LIST } from "../core/refit/mendable";
import { CHEMISTRIES } from "../core/bench/measure/pack/chemistries";
import { BENCH_DEFECTS } from "../sim/benchDefects";
import { FLIGHT_FAULTS, type FlightFault } from "../sim/flight/flightFaults";

const text = v.string();
const FAULTS = Object.keys(FLIGHT_FAULTS) as FlightFault[];
const Step = v.variant("do", [
  v.object({ do: v.literal("answer"), check: text, outcome: text, note: text }),
  v.object({ do: v.literal("name"), faults: v.array(text), places: v.optional(v.record(text, text), {}) }),
  v.object({
    do: v.literal("run"),
    seed: v.number(),
    defect: v.nullable(v.picklist(BENCH_DEFECTS)),
    baseline: v.boolean(),
    cellVoltageChangeV: v.number(),
  }),
  v.object({ do: v.literal("go"), bay: v.picklist(BAYS.map(({ id }) => id)) }),
  v.object({
    do: v.literal("replace"),
    position: text,
    reason: text,
    name: text,
    serial: text,
    continuousA: v.nullable(v.number()),
    minutes: v.optional(v.number()),
    /** Off another craft's same position. */
    offCraft: v.optional(v.object({ tailNumber: text, because: text })),
  }),
  v.object({ do: v.literal("set"), what: text, before: text, after: text, mended: v.picklist(MENDABLE_LIST) }),
  // "all" proofs, the ones before clean time, or a count of them.
  v.object({ do: v.literal("meet"), count: v.union([v.literal("all"), v.literal("before-clean"), v.number()]) }),
  v.object({ do: v.literal("fail"), kind: text, note: text, symptom: v.nullable(text), place: v.optional(text, "") }),
  v.object({ do: v.literal("waive"), kind: text, note: text }),
  v.object({ do: v.literal("fly"), seconds: v.number(), failures: v.number(), note: text }),
  v.object({
    do: v.literal("log"),
    craft: v.optional(v.picklist(["multirotor", "fixed-wing"]), "multirotor"),
    fault: v.nullable(v.picklist(FAULTS)),
    seed: v.number(),
    fileName: text,
  }),
  // Devices by type; wires as device, need (and line), pad, colour.
  v.object({
    do: v.literal("wire"),
    board: text,
    oldBoard: text,
    devices: v.array(v.object({ type: text, count: v.optional(v.number(), 1) })),
    wires: v.array(v.tuple([text, text, text, text])),
    settings: v.optional(v.array(text), []),
    isDone: v.optional(v.boolean(), false),
  }),
  v.object({ do: v.literal("wait"), waitingFor: text }),
  v.object({ do: v.literal("handback") }),
]);

/** One thing done on a demo job. */
export type DemoStep = v.InferOutput<typeof Step>;

/** demo/jobs.json: what was done on each job, told as the verbs of the shop. */
export const DemoJobs = v.array(
  v.object({
    craft: text,
    daysAgo: v.number(),
    technician: text,
    complaint: text,
    phase: text,
    history: text,
    lastChange: text,
    seen: v.array(text),
    places: v.optional(v.record(text, text), {}),
    promisedInDays: v.optional(v.nullable(v.number()), null),
    isUrgent: v.optional(v.boolean(), false),
    intermittent: v.nullable(v.object({ failureCount: v.number(), failureTimeS: v.number() })),
    steps: v.array(Step),
  }),
);
export type DemoJob = v.InferOutput<typeof DemoJobs>[number];

/** demo/craft.json: the shop's craft as the intake takes them. */
export const DemoCraft = v.array(CraftInput);

/** demo/stock.json: what lies on the shelves, and for which craft's job. */
export const DemoStock = v.array(
  v.object({
    kind: v.picklist(PART_KIND_LIST),
    name: text,
    shelf: text,
    continuousA: v.nullable(v.number()),
    priceCents: v.nullable(v.number()),
    pieces: v.number(),
    fewest: v.number(),
    for: v.record(text, v.number()),
  }),
);

const measured = v.nullable(v.number());

/** The demo's packs with their logs. */
export const DemoPacks = v.array(
  v.object({
    label: v.string(),
    chemistry: v.picklist(CHEMISTRIES),
    cellCount: v.number(),
    capacityMah: v.number(),
    cRating: measured,
    log: v.array(
      v.object({
        daysAgo: v.number(),
        cycles: measured,
        resistanceMohm: measured,
        capacityMah: measured,
        spreadMv: measured,
        temperatureC: v.optional(measured),
        cellsMohm: v.optional(v.nullable(v.array(v.number())), null),
        cellsV: v.optional(v.nullable(v.array(v.number())), null),
        note: v.string(),
      }),
    ),
  }),
);
