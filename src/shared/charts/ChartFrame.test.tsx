import { act, fireEvent, render, screen } from "@testing-library/react";
import { ThemeProvider, useTheme } from "@/shared/theme/ThemeProvider";
import { type ChartColours } from "./chartColours";
import { ChartFrame } from "./ChartFrame";

const chart = { setOption: jest.fn(), resize: jest.fn(), dispose: jest.fn(), on: jest.fn() };
jest.mock("./echarts", () => ({ init: () => chart }));

/** Tells of the size at once when it is set on an element, as a browser's does. */
let sized: () => void = () => {};
beforeEach(() => {
  Object.values(chart).forEach((each) => each.mockReset());
  window.matchMedia ??= jest.fn().mockReturnValue({
    matches: false,
    addEventListener: jest.fn(),
    removeEventListener: jest.fn(),
  });
  globalThis.ResizeObserver = class {
    constructor(heard: ResizeObserverCallback) {
      sized = () => heard([], this);
    }
    observe = () => sized();
    unobserve = () => {};
    disconnect = () => {};
  };
});

const option = (name: string) => () => ({ name });
const shown = (toOption: (colours: ChartColours) => object, shape?: string) => (
  <ChartFrame toOption={toOption} {...(shape && { shape })} heightPx={100} label="A fit" />
);
const drawn = () => act(() => new Promise<void>((resolve) => setTimeout(resolve, 60)));

describe("ChartFrame", () => {
  it("draws once, with what is there when the chart is", async () => {
    const { rerender } = render(shown(option("first")));
    rerender(shown(option("second")));
    await drawn();
    expect(chart.setOption.mock.calls).toEqual([[{ name: "second" }, true]]);
    expect(chart.resize).not.toHaveBeenCalled(); // the first size heard is the one it was made with
    act(() => sized());
    expect(chart.resize).toHaveBeenCalledTimes(1);
  });

  it("replaces the data alone while the shape stays, and the whole when it changes", async () => {
    const { rerender } = render(shown(option("first"), "two lanes"));
    await drawn();
    rerender(shown(option("closer"), "two lanes"));
    rerender(shown(option("other"), "three lanes"));
    expect(chart.setOption.mock.calls).toEqual([
      [{ name: "first" }, true],
      [{ name: "closer" }, false],
      [{ name: "other" }, true],
    ]);
  });

  it("draws nothing that has gone meanwhile, and leaves no chart behind", async () => {
    const { unmount } = render(shown(option("first")));
    await act(async () => {});
    unmount();
    await drawn();
    expect(chart.setOption).not.toHaveBeenCalled();
    expect(chart.dispose).toHaveBeenCalledTimes(1);
  });

  it("is drawn anew in the colours of the scheme that was just chosen", async () => {
    const schemes: (string | undefined)[] = [];
    const noting = () => {
      schemes.push(document.documentElement.dataset.theme);
      return {};
    };
    function Dark() {
      const { choose } = useTheme();
      return <button onClick={() => choose("dark")}>Dark</button>;
    }
    render(
      <ThemeProvider initial="light">
        {shown(noting)}
        <Dark />
      </ThemeProvider>,
    );
    await drawn();
    fireEvent.click(screen.getByRole("button", { name: "Dark" }));
    expect(schemes).toEqual(["light", "dark"]);
  });
});
