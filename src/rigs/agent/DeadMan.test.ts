import { DEAD_MAN_MS } from "../runProtocol";
import { DeadMan } from "./DeadMan";

const LOOK_MS = 20;

/** Looks every 20 ms from one time to another, as the run's own timer does; what it said first. */
function watch(deadMan: DeadMan, fromMs: number, toMs: number): { atMs: number; said: string } | null {
  for (let nowMs = fromMs; nowMs <= toMs; nowMs += LOOK_MS) {
    const said = deadMan.look(nowMs);
    if (said) return { atMs: nowMs, said };
  }
  return null;
}

describe("DeadMan", () => {
  it("is quiet while the page is heard", () => {
    const deadMan = new DeadMan(0);
    for (let nowMs = 0; nowMs < 5000; nowMs += 100) {
      deadMan.hear(nowMs);
      expect(watch(deadMan, nowMs, nowMs + 80)).toBeNull();
    }
  });

  it("speaks within one look of the silence that is allowed, and says how long it was", () => {
    const end = watch(new DeadMan(0), 0, 1000)!;
    expect(end.atMs).toBeGreaterThan(DEAD_MAN_MS);
    expect(end.atMs).toBeLessThanOrEqual(DEAD_MAN_MS + LOOK_MS);
    expect(end.said).toBe("Nothing heard from the operator's page for 420 ms.");
  });

  it("after a standstill of its own process waits a little longer, but never beyond half a second", () => {
    const deadMan = new DeadMan(0);
    watch(deadMan, 0, 100);
    expect(deadMan.look(440)).toBeNull(); // stood still for 340 ms: the page had no chance either
    const end = watch(deadMan, 450, 1000)!;
    expect(end.atMs).toBeGreaterThan(DEAD_MAN_MS);
    expect(end.atMs).toBeLessThan(500);
    expect(end.said).toMatch(/stood still for 340 ms of them: this computer is too busy/);
  });

  it("cuts at once when the standstill alone was longer than that", () => {
    const deadMan = new DeadMan(0);
    watch(deadMan, 0, 100);
    expect(deadMan.look(900)).toMatch(/for 900 ms/);
  });

  it("forgets a standstill as soon as the page is heard again", () => {
    const deadMan = new DeadMan(0);
    deadMan.look(300);
    deadMan.hear(310);
    const end = watch(deadMan, 320, 2000)!;
    expect(end.atMs - 310).toBeLessThanOrEqual(DEAD_MAN_MS + LOOK_MS);
    expect(end.said).not.toMatch(/stood still/);
  });
});
