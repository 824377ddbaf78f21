import { type JobEvent, type NewJobEvent } from "@/features/job/events/eventKind";
import { partReplaced, settingChanged } from "@/features/job/events/jobEvents";
import { nextPowerStep } from "./powerUpState";
import { powerStepDone, type PowerStep, wiringDone } from "../wiring.manifest";

const history = (...events: NewJobEvent[]): JobEvent[] =>
  events.map((event, at) => ({ ...event, seq: at + 1, at: new Date(), personName: "Ines Vaar", jobVersion: at + 1 }));
const wired = wiringDone.of({
  board: "Cairn F",
  fromBoard: "",
  wires: 9,
  moved: 0,
  leftOut: [],
  jumpers: [],
  protocols: [],
});
const good = (step: PowerStep) => powerStepDone.of({ step, isGood: true, said: "as it must be" });
const part = { partId: 1, name: "Sorrel 45", serial: "E-1" };
const swapped = partReplaced.of({
  kind: "esc",
  position: "ESC 3",
  removed: part,
  fitted: { ...part, partId: 2 },
  reason: "no signal",
  outdated: [],
});
const mended = (on: string) =>
  settingChanged.of({ what: "resoldered", before: "", after: "holds", place: "", mended: on, outdated: [] });

// Common practice, no published source: whatever was soldered is metered before it sees power.
describe("the first power", () => {
  const metered = [wired, good("continuity"), good("first power")];

  it("goes on to USB once it was metered and held", () => expect(nextPowerStep(history(...metered))).toBe("usb"));

  it.each<[string, NewJobEvent]>([
    ["a part is replaced", swapped],
    ["a wire is mended", mended("wiring")],
    ["a part is soldered anew", mended("motor")],
    ["the board is wired anew", wired],
  ])("begins with the meter again when %s", (_, event) =>
    expect(nextPowerStep(history(...metered, event))).toBe("continuity"),
  );

  it.each(["settings", "linkage"])("stays where it is when only the %s were changed", (on) =>
    expect(nextPowerStep(history(...metered, mended(on)))).toBe("usb"),
  );

  it("is not begun before the board is wired", () =>
    expect(nextPowerStep(history(swapped, good("continuity")))).toBe("continuity"));
});
