import { act, fireEvent, render, screen } from "@testing-library/react";
import { HoldButton } from "./HoldButton";

beforeEach(() => jest.useFakeTimers());
afterEach(() => jest.useRealTimers());

function setUp(disabled = false) {
  const onHeld = jest.fn();
  const view = render(
    <HoldButton holdMs={1000} disabled={disabled} onHeld={onHeld}>
      Hold to arm
    </HoldButton>,
  );
  return { onHeld, button: screen.getByRole("button"), view };
}
const wait = (ms: number) => act(() => jest.advanceTimersByTime(ms));

describe("HoldButton", () => {
  it("acts after it was held for its time, once", () => {
    const { onHeld, button } = setUp();
    fireEvent.pointerDown(button);
    wait(990);
    expect(onHeld).not.toHaveBeenCalled();
    wait(20);
    wait(3000);
    expect(onHeld).toHaveBeenCalledTimes(1);
  });

  it.each([
    ["is let go", (button: HTMLElement) => fireEvent.pointerUp(button)],
    ["slips off it", (button: HTMLElement) => fireEvent.pointerLeave(button)],
    ["goes elsewhere", (button: HTMLElement) => fireEvent.blur(button)],
  ])("does nothing when the hand %s too early", (_, release) => {
    const { onHeld, button } = setUp();
    fireEvent.pointerDown(button);
    wait(900);
    release(button);
    wait(3000);
    expect(onHeld).not.toHaveBeenCalled();
  });

  it("is held by Enter as well; the key's repeats do not start it anew", () => {
    const { onHeld, button } = setUp();
    fireEvent.keyDown(button, { key: "Enter" });
    wait(600);
    fireEvent.keyDown(button, { key: "Enter" });
    wait(450);
    expect(onHeld).toHaveBeenCalledTimes(1);
    fireEvent.keyUp(button, { key: "Enter" });
    fireEvent.keyDown(button, { key: " " });
    wait(2000);
    expect(onHeld).toHaveBeenCalledTimes(1);
  });

  it("does nothing while it is disabled", () => {
    const { onHeld, button } = setUp(true);
    fireEvent.pointerDown(button);
    wait(2000);
    expect(onHeld).not.toHaveBeenCalled();
  });

  it("does nothing after it has gone from the page", () => {
    const { onHeld, button, view } = setUp();
    fireEvent.pointerDown(button);
    view.unmount();
    wait(2000);
    expect(onHeld).not.toHaveBeenCalled();
  });
});
