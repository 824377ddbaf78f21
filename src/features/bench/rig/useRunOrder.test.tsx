import { act, renderHook } from "@testing-library/react";
import { type RunKind } from "@/core/bench/run/runKinds";
import { useRunOrder } from "./useRunOrder";

const given = {
  craft: { motorCount: 4, cellCount: 4 },
  lineParts: [{ position: "Main lead", name: "lead", continuousA: 90, parallel: 1 }],
  options: { capacityMah: 1500 },
  places: { servo: ["Left elevon", "Right elevon"], esc: ["ESC"] },
};
/** 3.2 to 4.4 V a cell. */
const usual = { current: { max: 90 }, voltage: { min: 12.8, max: 17.6 } };
const setUp = (kind: RunKind) =>
  renderHook(({ now }: { now: RunKind }) => useRunOrder(now, given), { initialProps: { now: kind } });

describe("useRunOrder", () => {
  it("begins with the kind's usual profile, the craft's limits and the kind's own guards", () => {
    const { result } = setUp("esc");
    expect(result.current.order).toMatchObject({ profileName: "Full until it settles", areLimitsSuggested: true });
    expect(result.current.order.limits).toEqual({ ...usual, esctemperature: { max: 100 } });
  });

  it("keeps what was set for each kind while another one is looked at", () => {
    const { result, rerender } = setUp("motor");
    act(() => result.current.setup.onLimits({ current: { max: 40 } }));
    rerender({ now: "meter" });
    expect(result.current.order.limits).toEqual(usual);
    rerender({ now: "motor" });
    expect(result.current.order).toMatchObject({ limits: { current: { max: 40 } }, areLimitsSuggested: false });
  });

  it("puts the volts of the upper rungs where the higher pack stands, and says which rung is run", () => {
    const { result } = setUp("ladder");
    expect(result.current.setup.armOptions).toMatchObject({ usualCells: 4, higherCells: 6, rung: 0 });
    act(() => result.current.setup.onProfile(1));
    expect(result.current.order.profileName).toBe("6 cells, held down to 66 %");
    expect(result.current.order.limits.voltage!.min).toBeCloseTo(12.8 * 1.5, 9);
    expect(result.current.setup.armOptions).toMatchObject({ rung: 1 });
  });

  it("says which servo or ESC is measured, the first one until another is chosen", () => {
    const { result, rerender } = setUp("servo");
    expect(result.current.setup.armOptions.position).toBe("Left elevon");
    act(() => result.current.setup.onOptions({ ...result.current.setup.options, position: "Right elevon" }));
    expect(result.current.setup.armOptions.position).toBe("Right elevon");
    rerender({ now: "esc" });
    expect(result.current.setup.armOptions.position).toBe("ESC");
    rerender({ now: "motor" });
    expect(result.current.setup.armOptions.position).toBeNull();
  });

  it("reads a profile written by hand, and says what is wrong with it instead of arming it", () => {
    const { result } = setUp("power-draw");
    act(() => result.current.setup.onProfile(-1));
    expect(result.current.order.problem).toBeNull(); // it begins with the usual one, written out
    act(() => result.current.setup.onText("hold 50 % 2 s"));
    expect(result.current.order.profile).toMatchObject([{ throttle: 0.5, holdS: 2 }]);
    act(() => result.current.setup.onText("hold 150 % 2 s"));
    expect(result.current.order.problem).toMatch(/line 1/i);
    expect(result.current.order.profile).toEqual([]);
  });
});
