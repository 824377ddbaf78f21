import { act, renderHook, waitFor } from "@testing-library/react";
import { useSerialStands } from "./useSerialStands";

const CHANNELS = [
  { channel: "speed", query: "rpm", factor: 1 },
  { channel: "thrust", query: "grams", factor: 0.00980665 },
];

/** A serial port that says what a test gives it, in pieces as they come. */
function fakePort() {
  const pieces: Uint8Array[] = [];
  let wake: (() => void) | null = null;
  let fail: Error | null = null;
  let isOver = false;
  const port = {
    open: jest.fn(() => Promise.resolve()),
    close: jest.fn(() => Promise.resolve()),
    readable: {
      getReader: () => ({
        read: async () => {
          while (pieces.length === 0 && !fail && !isOver) await new Promise<void>((resolve) => (wake = resolve));
          if (fail) throw fail;
          return isOver ? { value: undefined, done: true } : { value: pieces.shift(), done: false };
        },
        cancel: () => {
          isOver = true;
          wake?.();
          return Promise.resolve();
        },
      }),
    },
  };
  return {
    port,
    say: (text: string) => {
      pieces.push(Uint8Array.from(text, (letter) => letter.charCodeAt(0)));
      wake?.();
    },
    breakOff: (error: Error) => {
      fail = error;
      wake?.();
    },
  };
}

const give = (requestPort: () => Promise<unknown>) =>
  Object.defineProperty(navigator, "serial", { value: { requestPort }, configurable: true });
afterEach(() => Object.defineProperty(navigator, "serial", { value: undefined, configurable: true }));

async function opened() {
  const stand = fakePort();
  give(() => Promise.resolve(stand.port));
  const hook = renderHook(() => useSerialStands());
  await act(() => hook.result.current.open(5, CHANNELS));
  return { ...stand, ...hook };
}

describe("useSerialStands", () => {
  it("puts lines together from the pieces they come in, and scales them as the command map says", async () => {
    const { say, result, port } = await opened();
    expect(port.open).toHaveBeenCalledWith({ baudRate: 115_200 });
    expect(result.current.isOpen).toBe(true);
    expect(result.current.pushed()).toEqual([]);
    say("rpm 120");
    say("40, grams 100\r\nrpm 9");
    await waitFor(() =>
      expect(result.current.pushed()).toMatchObject([
        { instrumentId: 5, readings: { speed: 12_040, thrust: expect.closeTo(0.980665, 9) } },
      ]),
    );
  });

  it("hands nothing on from a stand that has fallen silent, so that the agent sees it is lost", async () => {
    const { say, result } = await opened();
    say("rpm 100\n");
    await waitFor(() => expect(result.current.pushed()).toHaveLength(1));
    const now = performance.now();
    const clock = jest.spyOn(performance, "now").mockReturnValue(now + 600);
    expect(result.current.pushed()).toEqual([]);
    clock.mockRestore();
  });

  it("says why a port did not open, and when it was lost", async () => {
    give(() => Promise.reject(new Error("No port selected by the user.")));
    const hook = renderHook(() => useSerialStands());
    await act(() => hook.result.current.open(5, CHANNELS));
    expect(hook.result.current).toMatchObject({
      isOpen: false,
      problem: "The serial port did not open: No port selected by the user.",
    });
    const { breakOff, result } = await opened();
    await act(async () => breakOff(new Error("The device has been lost.")));
    await waitFor(() => expect(result.current.problem).toBe("The serial port was lost: The device has been lost."));
  });

  it("closes the port when the page is left", async () => {
    const { unmount, port } = await opened();
    unmount();
    await waitFor(() => expect(port.close).toHaveBeenCalled());
  });

  it("knows when the browser has no serial ports", () => {
    expect(renderHook(() => useSerialStands()).result.current.isPossible).toBe(false);
  });
});
