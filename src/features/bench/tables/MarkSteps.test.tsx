import { fireEvent, render, screen } from "@testing-library/react";
import { readColumns } from "@/core/series/readColumns";
import { MarkSteps } from "./MarkSteps";

jest.mock("@/shared/charts/SeriesChart", () => ({ SeriesChart: () => <div /> }));

const log = (amps: readonly number[]) =>
  readColumns(["time [s],voltage [V],current [A]", ...amps.map((each, at) => `${at / 4},16,${each}`)].join("\n"));

describe("MarkSteps", () => {
  it("asks for the throttle of each level stretch and hands on those that were marked", () => {
    const onMarked = jest.fn<void, [string]>();
    const held = [...Array<number>(10).fill(0.7), 12, ...Array<number>(10).fill(30), 50, ...Array<number>(10).fill(80)];
    render(<MarkSteps columns={log(held)} onMarked={onMarked} />);
    expect(screen.getByRole("button", { name: "Judge these steps" })).toBeDisabled();
    fireEvent.change(screen.getByLabelText("Throttle of step A"), { target: { value: "0" } });
    fireEvent.change(screen.getByLabelText("Throttle of step C"), { target: { value: "100" } });
    fireEvent.click(screen.getByRole("button", { name: "Judge these steps" }));
    const throttle = readColumns(onMarked.mock.calls[0]![0]).values.get("throttle")!;
    expect(throttle).toEqual([...Array<number>(10).fill(0), ...Array<number>(10).fill(1)]);
  });

  it("says what to do where nothing was held", () => {
    render(<MarkSteps columns={log([1, 8, 15, 22, 29, 36, 43])} onMarked={jest.fn()} />);
    expect(screen.getByRole("alert")).toHaveTextContent("Hold each throttle for some seconds");
  });
});
