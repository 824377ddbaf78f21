import { act, renderHook } from "@testing-library/react";
import { useReplay } from "./useReplay";

beforeEach(() => jest.useFakeTimers());
afterEach(() => jest.useRealTimers());
const pass = (ms: number) => act(() => jest.advanceTimersByTime(ms));
const points = { current: [0, 1, 2, 3, 4].map((timeS): [number, number] => [timeS, 10 * timeS]) };

describe("useReplay", () => {
  it("shows all of a run until it is played, then as much as has passed", () => {
    const { result } = renderHook(() => useReplay(points, 4));
    expect(result.current.points).toBe(points);
    expect(result.current.readings).toBeNull();
    act(() => result.current.play());
    pass(2500);
    expect(result.current.atS).toBeCloseTo(2.5, 6);
    expect(result.current.points.current).toEqual(points.current.slice(0, 3));
    expect(result.current.readings).toMatchObject({ current: 20 });
  });

  it("ends by itself and shows the whole run again", () => {
    const { result } = renderHook(() => useReplay(points, 4));
    act(() => result.current.play());
    pass(4200);
    expect(result.current.atS).toBeNull();
    expect(result.current.points).toBe(points);
  });

  it("can be stopped, and plays ten minutes in half of one", () => {
    const { result } = renderHook(() => useReplay(points, 600));
    act(() => result.current.play());
    pass(15_000);
    expect(result.current.atS!).toBeCloseTo(300, 0);
    act(() => result.current.stop());
    pass(1000);
    expect(result.current.atS).toBeNull();
  });
});
