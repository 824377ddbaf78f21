import { fireEvent, render, screen } from "@testing-library/react";
import { CALCULATORS } from "@/core/calculators";
import { CalculatorPage } from "./CalculatorPage";

jest.mock("./CalculatorCurveChart", () => ({ CalculatorCurveChart: () => null }));
jest.mock("./calculators.action", () => ({ keepCalculationAction: jest.fn() }));
jest.mock("next/navigation", () => ({ useRouter: () => ({ refresh: jest.fn() }) }));

const show = (calculatorId: string, mayKeep = false) =>
  render(<CalculatorPage calculatorId={calculatorId} jobs={[]} mayKeep={mayKeep} />);
const field = (label: RegExp) => screen.getByRole<HTMLInputElement>("textbox", { name: label });
const type = (label: RegExp, text: string) => fireEvent.change(field(label), { target: { value: text } });

describe("SumPage", () => {
  const charge = /^Put back by the charger$/;
  const time = /^Time flown$/;

  it("works mean amps out as they are typed, a comma taken for a decimal point", () => {
    show("mean-current");
    expect(document.body).toHaveTextContent(/8\.43 A/); // 1040 mAh in 7.4 min: 1.04 Ah over 0.1233 h
    type(charge, "800");
    type(time, "4,8");
    expect(document.body).toHaveTextContent(/10\.00 A/);
  });

  it("begins with figures that were handed to it", () => {
    render(<CalculatorPage calculatorId="servo-rail" starts={{ stall: "2.60" }} jobs={[]} mayKeep={false} />);
    expect(field(/^One stalled$/).value).toBe("2.60");
    expect(field(/^One moving$/).value).toBe("0.35"); // the example's
    expect(document.body).toHaveTextContent(/10\.8\d? A/); // 4 · 2.6 + 0.4
  });

  it("says at the field what is wrong and shows no answer to wrong figures", () => {
    show("mean-current");
    type(time, "soon");
    expect(field(time)).toHaveAttribute("aria-invalid", "true");
    expect(document.body).not.toHaveTextContent(/8\.43 A/);
    type(time, "7.4");
    expect(field(time)).toHaveAttribute("aria-invalid", "false");
    expect(document.body).toHaveTextContent(/8\.43 A/);
  });

  it.each(CALCULATORS.map(({ id }) => id))(
    "opens “%s” with an example that has an answer, its formula and its source",
    (id) => {
      const { unmount } = show(id, true);
      const calculator = CALCULATORS.find((each) => each.id === id)!;
      expect(screen.getByRole("heading", { level: 1 })).toHaveTextContent(calculator.question);
      expect(document.querySelector('[data-wrong="true"]')).toBeNull();
      expect(document.body).toHaveTextContent(calculator.formula.replace(/\s+/g, " "));
      expect(document.body).toHaveTextContent(calculator.source.replace(/\s+/g, " "));
      unmount();
    },
  );

  it("keeps the meaning of a figure when its unit is switched, and goes back to the example", () => {
    show("air-density");
    const unit = screen.getAllByRole("combobox", { name: /^Unit of / })[0]!;
    const input = screen.getByRole<HTMLInputElement>("textbox", {
      name: unit.getAttribute("aria-label")!.replace("Unit of ", ""),
    });
    const before = input.value;
    const switchTo = (place: number) => {
      fireEvent.mouseDown(unit);
      fireEvent.click(document.querySelectorAll(".ant-select-item-option")[place]!);
    };
    switchTo(1);
    expect(input.value).not.toBe(before);
    switchTo(0);
    expect(Number(input.value)).toBeCloseTo(Number(before), 3);
    fireEvent.change(input, { target: { value: "" } });
    fireEvent.click(screen.getByRole("button", { name: "back to the example" }));
    expect(input.value).toBe(before);
  });
});
