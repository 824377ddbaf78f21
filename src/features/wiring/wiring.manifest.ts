import * as v from "valibot";
import { type JobFacts, type ReportSection, type RoomManifest } from "@/features/job/bays/bayManifest";
import { defineEvent, eventText as text } from "@/features/job/events/eventKind";
import { listed } from "@/core/refit/wiring/wiringWords";

/** The steps from soldered to flying on the pack, each behind the one before. */
export const POWER_STEPS = ["continuity", "first power", "usb", "pack"] as const;
export type PowerStep = (typeof POWER_STEPS)[number];

/** A board was wired as planned. */
export const wiringDone = defineEvent(
  "wiring_done",
  v.object({
    board: text,
    fromBoard: text,
    wires: v.number(),
    moved: v.number(),
    leftOut: v.array(text),
    jumpers: v.array(text),
    protocols: v.array(text),
    /** Of the plan that it was wired by: a plan changed since is another wiring. */
    planVersion: v.optional(v.number(), 0),
    /** Why no settings were saved before; empty where they were. */
    withoutSettings: v.optional(text, ""),
  }),
  {
    sentence: ({ board, fromBoard, wires, leftOut, jumpers, withoutSettings }) =>
      [
        `wired ${board}${fromBoard ? ` in place of ${fromBoard}` : ""}: ${wires} wires`,
        jumpers.length > 0 ? listed(jumpers) : "",
        leftOut.length > 0 ? `left out: ${listed(leftOut)}` : "",
        withoutSettings ? `no settings saved: ${withoutSettings}` : "",
      ]
        .filter(Boolean)
        .join("; "),
    changesCraft: true,
    outdates: () => [],
  },
);

/** A step of the first power-up. */
export const powerStepDone = defineEvent(
  "power_step_done",
  v.object({ step: v.picklist(POWER_STEPS), isGood: v.boolean(), said: text }),
  {
    sentence: ({ step, isGood, said }) => `${stepName(step)}: ${isGood ? "good" : "WRONG"}. ${said}`,
  },
);

/** Two sources of a board disagreed, and one was found right. */
export const differenceSettled = defineEvent(
  "difference_settled",
  v.object({ said: text, isMetered: v.boolean(), reason: text }),
  {
    sentence: ({ said, isMetered, reason }) =>
      `settled ${said}, ${isMetered ? "by the meter" : "without a meter"}: ${reason}`,
  },
);

/** Settings were read off a board and kept. */
export const settingsKept = defineEvent("settings_kept", v.object({ name: text, target: text, lines: v.number() }), {
  sentence: ({ name, target, lines }) => `kept the settings ${name}, ${lines} lines${target ? `, off ${target}` : ""}`,
});

/** A settings file that could not be read was kept as it came. */
export const settingsFileKept = defineEvent(
  "settings_file_kept",
  v.object({ name: text, target: text, bytes: v.number() }),
  {
    sentence: ({ name, target, bytes }) =>
      `kept the settings file ${name} as it came, ${(bytes / 1e6).toFixed(2)} MB${target ? `, off ${target}` : ""}`,
  },
);

/** A step as it stands in a sentence. */
export function stepName(step: PowerStep): string {
  return {
    continuity: "Continuity",
    "first power": "First power behind a limiter",
    usb: "On USB",
    pack: "On the pack, props off",
  }[step];
}

/** Wiring: which wire goes where on a new board, and its first power. */
export const wiringRoom: RoomManifest = {
  id: "wiring",
  name: "Wiring",
  keys: [],
  events: [wiringDone, powerStepDone, differenceSettled, settingsKept, settingsFileKept],
  report: (facts) => [wiringSection(facts)].filter(({ lines }) => lines.length > 0),
};

function wiringSection({ events }: JobFacts): ReportSection {
  return {
    title: "Wiring and first power",
    isList: true,
    lines: [
      ...wiringDone
        .in(events)
        .map(
          ({ payload: { board, fromBoard, wires, leftOut } }) =>
            `${board} wired${fromBoard ? ` in place of ${fromBoard}` : ""}, ${wires} wires${leftOut.length > 0 ? `; left out: ${listed(leftOut)}` : ""}.`,
        ),
      ...powerStepDone
        .in(events)
        .map(({ payload: { step, isGood, said } }) => `${stepName(step)}: ${isGood ? "good" : "wrong"}. ${said}`),
    ],
  };
}
