import { act, fireEvent, render, screen, within } from "@testing-library/react";
import { CheckInHand, type GivenAnswer } from "./CheckInHand";
import { FindingList } from "./FindingList";
import { type CheckView } from "./checkView";
import { type FindingView, type IsolateView } from "./isolateView";

const check = {
  id: "cells-at-rest",
  title: "Measure the pack's cells at rest",
  steps: ["Pack out of the craft.", "Read each cell."],
  cautions: ["Lithium packs: never short the balance lead."],
  minutes: 2,
  hazard: "power off",
  needs: ["cell checker"],
  irreversible: false,
  bits: 0.42,
  why: "splits the pack from the rest",
  on: "",
  measure: {
    quantity: "Lowest cell",
    unit: "V",
    bands: [{ below: 3.5, outcomeId: "low" }, { outcomeId: "fine" }],
  },
  outcomes: [
    { id: "low", label: "One below 3.5 V", probability: 0.3, would: "the pack leads" },
    { id: "fine", label: "All alike", probability: 0.7, would: "the pack is out" },
  ],
} as unknown as CheckView;

const places = {
  corner: ["rear left", "rear right"],
  esc: [],
  motor: [],
  prop: [],
  servo: [],
  cell: ["Cell 1", "Cell 2", "Cell 3"],
};

function hold(change: Partial<Parameters<typeof CheckInHand>[0]> = {}) {
  const onAnswer = jest.fn<void, [GivenAnswer]>();
  render(
    <CheckInHand
      check={check}
      places={places}
      label="Next best"
      isBusy={false}
      mayEdit
      areKeysFree
      onAnswer={onAnswer}
      {...change}
    />,
  );
  return onAnswer;
}
const press = (key: string) => {
  fireEvent.keyDown(document, { key, code: `Key${key.toUpperCase()}` });
  fireEvent.keyUp(document, { key, code: `Key${key.toUpperCase()}` });
};

describe("CheckInHand", () => {
  it("says what the check is worth, how it is done and its caution", () => {
    hold();
    expect(screen.getByRole("heading", { name: check.title })).toBeInTheDocument();
    expect(document.body).toHaveTextContent("Tells something, 2 min");
    expect(screen.getByText(/never short the balance lead/)).toHaveClass("caution");
    expect(document.body).toHaveTextContent("needs cell checker");
    expect(screen.getByText("below 3.5 V: One below 3.5 V; else: All alike")).toBeInTheDocument();
  });

  it("asks where with one more key, and takes “cannot say” as well", () => {
    const asks = {
      ...check,
      outcomes: check.outcomes.map((one) => ({ ...one, where: one.id === "low" ? "cell" : null })),
    };
    const onAnswer = hold({ check: asks as CheckView });
    press("a");
    expect(onAnswer).not.toHaveBeenCalled();
    expect(screen.getByRole("group", { name: "Where?" })).toHaveTextContent("Cell 3");
    press("d");
    expect(onAnswer.mock.calls[0]![0]).toMatchObject({ outcomeId: "low", place: "Cell 3" });
    press("x");
    expect(onAnswer.mock.calls[1]![0]).toMatchObject({ outcomeId: "low", place: "" });
  });

  it("asks where of a typed value that means it, and of no other", () => {
    const asks = {
      ...check,
      outcomes: check.outcomes.map((one) => ({ ...one, where: one.id === "low" ? "cell" : null })),
    };
    const onAnswer = hold({ check: asks as CheckView });
    const field = screen.getByRole("spinbutton", { name: "Lowest cell in V" });
    fireEvent.change(field, { target: { value: "3.9" } });
    fireEvent.submit(field);
    expect(onAnswer.mock.calls[0]![0]).toMatchObject({ value: 3.9, place: "" });
    fireEvent.change(field, { target: { value: "3.1" } });
    fireEvent.submit(field);
    fireEvent.click(screen.getByRole("button", { name: /Cell 2/ }));
    expect(onAnswer.mock.calls[1]![0]).toMatchObject({ outcomeId: null, value: 3.1, place: "Cell 2" });
  });

  it.each([
    ["a", "low"],
    ["s", "fine"],
    ["u", "unclear"],
    ["x", "could-not-do"],
  ])("takes the key %s for the answer “%s”", (key, outcomeId) => {
    const onAnswer = hold();
    press(key);
    expect(onAnswer).toHaveBeenCalledTimes(1);
    expect(onAnswer.mock.calls[0]![0]).toMatchObject({ outcomeId, value: null, doubtful: false, minutes: null });
  });

  it("hands on the doubt, the note and the minutes with the answer", () => {
    jest.useFakeTimers();
    const onAnswer = hold();
    press("t");
    act(() => jest.advanceTimersByTime(90_000));
    press("q");
    fireEvent.change(screen.getByRole("textbox", { name: "Note to the answer" }), { target: { value: "3.41 V" } });
    press("a");
    jest.useRealTimers();
    expect(onAnswer.mock.calls[0]![0]).toMatchObject({ doubtful: true, note: "3.41 V", minutes: 1.5 });
  });

  it("takes a measured value instead of an outcome, and not an empty one", () => {
    const onAnswer = hold();
    const take = screen.getByRole("button", { name: "Take the value" });
    expect(take).toBeDisabled();
    fireEvent.change(screen.getByRole("spinbutton"), { target: { value: "3.44" } });
    fireEvent.click(take);
    expect(onAnswer.mock.calls[0]![0]).toMatchObject({ outcomeId: null, value: 3.44 });
  });

  it.each([
    ["another one is being sent", { isBusy: true }],
    ["the keys belong to a dialog", { areKeysFree: false }],
    ["the person may only look", { mayEdit: false }],
  ])("takes no key while %s", (_, change) => {
    const onAnswer = hold(change);
    press("a");
    expect(onAnswer).not.toHaveBeenCalled();
  });
});

describe("FindingList", () => {
  const finding = (seq: number, more: Partial<FindingView> = {}): FindingView => ({
    key: String(seq),
    seq,
    title: `Finding ${seq}`,
    detail: "checked",
    by: "Ines",
    state: "counted",
    isDoubtful: false,
    weights: [],
    trail: "",
    ...more,
  });
  const view = (findings: FindingView[], more: Partial<IsolateView> = {}) =>
    ({
      findings,
      contradictions: [],
      unexplained: [],
      bestSet: ["a"],
      bestNames: ["Camera dead"],
      trail: "",
      ...more,
    }) as IsolateView;
  const deeds = () => ({ onWithdraw: jest.fn(), onDoubt: jest.fn(), onConfirm: jest.fn(), onAdd: jest.fn() });
  const show = (given: IsolateView, mayEdit = true) => {
    const doing = deeds();
    render(<FindingList view={given} mayEdit={mayEdit} isBusy={false} {...doing} />);
    return doing;
  };
  const row = (title: string) => within(screen.getByText(title).closest("div")!);

  it("takes one back, undoes to an earlier one, and offers no undo to the last", () => {
    const doing = show(view([finding(4), finding(7)]));
    fireEvent.click(row("Finding 7").getByRole("button", { name: "take back" }));
    expect(doing.onWithdraw).toHaveBeenLastCalledWith(7, false);
    fireEvent.click(row("Finding 4").getByRole("button", { name: "undo to here" }));
    expect(doing.onWithdraw).toHaveBeenLastCalledWith(4, true);
    expect(row("Finding 7").queryByRole("button", { name: "undo to here" })).toBeNull();
  });

  it("turns doubt on and off", () => {
    const doing = show(view([finding(1), finding(2, { isDoubtful: true })]));
    fireEvent.click(row("Finding 1").getByRole("button", { name: "doubtful" }));
    expect(doing.onDoubt).toHaveBeenLastCalledWith(1, true);
    fireEvent.click(row("Finding 2").getByRole("button", { name: "sure after all" }));
    expect(doing.onDoubt).toHaveBeenLastCalledWith(2, false);
  });

  it("keeps what was taken back in sight, and asks whether what was seen before the repair is still so", () => {
    const doing = show(view([finding(1, { state: "taken back" }), finding(2, { state: "before the repair" })]));
    expect(row("Finding 1").queryByRole("button")).toBeNull();
    fireEvent.click(row("Finding 2").getByRole("button", { name: "still so" }));
    expect(doing.onConfirm).toHaveBeenCalledWith(2);
    expect(screen.getByRole("heading", { name: "What we know · 0 findings" })).toBeInTheDocument();
  });

  it("lets somebody who may only look change nothing", () => {
    show(view([finding(1), finding(2, { state: "before the repair" })]), false);
    expect(screen.queryByRole("button")).toBeNull();
  });

  it("weighs each finding with its sign, and says when one says little", () => {
    const weights = [
      { name: "Pack tired", decibans: 7.2 },
      { name: "ESC", decibans: -3.4 },
    ];
    show(view([finding(1, { weights }), finding(2)]));
    expect(screen.getByText("5.2 × as likely")).toBeInTheDocument();
    expect(screen.getByText("2.2 × less likely")).toBeInTheDocument();
    expect(row("Finding 2").getByText("says little by itself")).toBeInTheDocument();
  });

  it("warns of a second fault and of findings that cannot both be so", () => {
    show(view([finding(1)], { unexplained: ["lamps stay on"], contradictions: ["A with B"] }));
    expect(screen.getByText("A second fault is likely.")).toBeInTheDocument();
    expect(screen.getByRole("status")).toHaveTextContent("A with B");
    expect(screen.queryByText(/explains all of it/)).toBeNull();
  });

  it("says what to do when nothing was seen yet", () => {
    const doing = show(view([]));
    expect(screen.getByText(/Nothing was seen yet/)).toBeInTheDocument();
    fireEvent.click(screen.getByRole("button", { name: /Add a finding/ }));
    expect(doing.onAdd).toHaveBeenCalled();
  });
});
