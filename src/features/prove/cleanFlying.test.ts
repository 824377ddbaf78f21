import { registerBays } from "@/features/job/bays/bayRegistry";
import { type JobEvent, type NewJobEvent } from "@/features/job/events/eventKind";
import { cleanFlyingOf } from "./cleanFlying";
import { proveBay } from "./prove.manifest";

registerBays([proveBay]);

const history = (...events: NewJobEvent[]): JobEvent[] =>
  events.map((event, index) => ({ ...event, seq: index + 1, at: new Date(), personName: "", jobVersion: 1 }));
const flown = (seconds: number, failures = 0): NewJobEvent => ({
  kind: "sortie_logged",
  payload: { seconds, failures, note: "" },
});
const repaired: NewJobEvent = { kind: "setting_changed", payload: { what: "loop rate", before: "8", after: "4" } };
const job = { failureCount: 6, failureTimeS: 75 };

describe("cleanFlyingOf", () => {
  it("asks nothing of a fault that is always there", () => {
    expect(cleanFlyingOf({ failureCount: null, failureTimeS: null }, history(flown(60)))).toBeNull();
  });

  it("counts what was flown since the repair, and nothing before it", () => {
    expect(cleanFlyingOf(job, history(flown(500), repaired, flown(20), flown(10)))!.flownS).toBe(30);
  });

  // J. Przyborowski & H. Wilenski, Biometrika 31, 1940; 6 failures in 75 s are common practice.
  it("is done at 48.6 s after six failures in 75 s, and not a second sooner", () => {
    const at = (seconds: number) => cleanFlyingOf(job, history(repaired, flown(seconds)))!;
    expect(at(48).chance).toBeGreaterThan(0.05);
    expect(at(49)).toMatchObject({ leftS: 0 });
    expect(at(49).chance).toBeLessThan(0.05);
  });

  it("starts again after a sortie that failed", () => {
    const clean = cleanFlyingOf(job, history(repaired, flown(40), flown(15, 1), flown(5)))!;
    expect(clean.flownS).toBe(5);
    expect(clean.leftS).toBeCloseTo(43.6, 1);
  });
});
