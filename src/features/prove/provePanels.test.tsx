import { act, fireEvent, render, screen, waitFor } from "@testing-library/react";
import { decideProofAction, putRightAction, reopenProofAction } from "./prove.action";
import { ProofInHand } from "./ProofInHand";
import { type NeedsView, type ProofView } from "./proofView";
import { ProveBay } from "./ProveBay";

jest.mock("./prove.action", () => ({
  decideProofAction: jest.fn(),
  logSortieAction: jest.fn(),
  putRightAction: jest.fn(),
  reopenProofAction: jest.fn(),
}));
jest.mock("@/features/job/bays/enterBay.action", () => ({ enterBayAction: jest.fn() }));
jest.mock("next/navigation", () => ({
  useRouter: () => ({ refresh: jest.fn(), push: jest.fn() }),
  usePathname: () => "/jobs/J-1/prove",
}));

const decide = jest.mocked(decideProofAction);
beforeEach(() => {
  for (const action of [decideProofAction, putRightAction, reopenProofAction])
    jest
      .mocked(action)
      .mockReset()
      .mockResolvedValue({ ok: true, data: undefined } as never);
});

const proof = (more: Partial<ProofView> = {}): ProofView => ({
  kind: "motor-directions",
  title: "Motor directions",
  how: "Each motor alone.",
  rung: "On the bench",
  cautions: ["Props off."],
  state: "open",
  note: "",
  metBy: "",
  needs: null,
  askedBy: "new ESC",
  failureSymptom: "motor-order",
  decided: "",
  blockers: [],
  ...more,
});
const needs = (more: Partial<NeedsView>): NeedsView => ({
  text: "the figure",
  measurements: [],
  measured: false,
  baseline: false,
  figures: [],
  photo: null,
  photos: [],
  witness: null,
  sorties: false,
  ...more,
});
const target = { jobId: 3, version: 8 };

function hold(change: Partial<Parameters<typeof ProofInHand>[0]> = {}) {
  const onDecided = jest.fn();
  render(
    <ProofInHand
      target={target}
      proof={proof()}
      number="0003"
      symptoms={[
        { id: "motor-order", text: "Motor order wrong", places: ["Motor 2, front left", "Motor 3, rear left"] },
      ]}
      mayReopen
      mayEdit
      mayWaive={false}
      onDecided={onDecided}
      {...change}
    />,
  );
  return onDecided;
}
const button = (name: RegExp) => screen.queryByRole("button", { name });
const press = (key: string) => {
  fireEvent.keyDown(document, { key });
  fireEvent.keyUp(document, { key });
};

describe("ProofInHand", () => {
  it("shows its caution and who asked for it, and is met by button or by M", async () => {
    const onDecided = hold();
    expect(screen.getByText("Props off.")).toHaveClass("caution");
    expect(screen.getByText("Asked for by new ESC.")).toBeInTheDocument();
    fireEvent.change(screen.getByRole("textbox", { name: "Note to the proof" }), {
      target: { value: "all four right" },
    });
    await act(async () => press("m"));
    expect(decide).toHaveBeenCalledWith({
      ...target,
      kind: "motor-directions",
      state: "met",
      note: "all four right",
      symptomId: null,
      evidence: null,
    });
    expect(onDecided).toHaveBeenCalledWith(expect.objectContaining({ title: "Motor directions", state: "met" }));
  });

  it("cannot be met before what comes first, neither by button nor by key", async () => {
    hold({ proof: proof({ blockers: ["Smoke test", "Receiver link"] }) });
    expect(screen.getByText("First: Smoke test; Receiver link.")).toBeInTheDocument();
    expect(button(/^Met/)).toBeDisabled();
    await act(async () => press("m"));
    expect(decide).not.toHaveBeenCalled();
  });

  it("sends the figures that it wants, and says what it wants", async () => {
    hold({ proof: proof({ needs: needs({ figures: [{ id: "shown", label: "craft shows", unit: "V" }] }) }) });
    expect(screen.getByText("It wants the figure.")).toBeInTheDocument();
    fireEvent.change(screen.getByRole("spinbutton", { name: "craft shows in V" }), { target: { value: "15.1" } });
    await act(async () => fireEvent.click(button(/^Met/)!));
    expect(decide.mock.calls[0]![0]).toMatchObject({ evidence: { by: "figures", values: { shown: 15.1 } } });
  });

  it("offers the kept run first, and asks to take it as the first baseline where there is none", async () => {
    const run = { seq: 9, title: "Power draw, run 4", word: "cannot say", isCompared: false };
    hold({ proof: proof({ needs: needs({ measured: true, baseline: true, measurements: [run] }) }) });
    fireEvent.click(screen.getByRole("checkbox", { name: /Take this as the first baseline/ }));
    await act(async () => press("m"));
    expect(decide.mock.calls[0]![0]).toMatchObject({
      evidence: { by: "measurement", seq: 9, asFirstBaseline: true },
    });
  });

  it("is met by eye only with the reason", async () => {
    hold({ proof: proof({ needs: needs({ witness: "the helper" }) }) });
    fireEvent.click(screen.getByRole("radio", { name: /By eye, because/ }));
    fireEvent.change(screen.getByRole("textbox", { name: "By eye, because" }), { target: { value: "alone today" } });
    await act(async () => fireEvent.click(button(/^Met/)!));
    expect(decide.mock.calls[0]![0]).toMatchObject({ evidence: { by: "eye", because: "alone today" } });
  });

  it("goes back to Isolate with the symptom and its place when it fails", async () => {
    hold();
    await act(async () => press("f"));
    fireEvent.change(screen.getByRole("textbox", { name: "What was seen" }), { target: { value: "turns left" } });
    fireEvent.click(screen.getByRole("button", { name: "Motor 3, rear left" }));
    await act(async () => fireEvent.click(button(/back to Isolate/)!));
    expect(decide.mock.calls[0]![0]).toMatchObject({
      state: "failed",
      note: "turns left",
      symptomId: "motor-order",
      place: "Motor 3, rear left",
    });
  });

  it("is put right here with what was done, once that was said", async () => {
    hold();
    fireEvent.click(button(/^Failed/)!);
    expect(button(/Put right here/)).toBeDisabled();
    fireEvent.change(screen.getByRole("textbox", { name: "What was seen" }), { target: { value: "turns left" } });
    fireEvent.change(screen.getByRole("textbox", { name: "What was done" }), {
      target: { value: "two wires crossed" },
    });
    fireEvent.click(screen.getByRole("checkbox", { name: "Wires or joints were touched" }));
    await act(async () => fireEvent.click(button(/Put right here/)!));
    expect(jest.mocked(putRightAction)).toHaveBeenCalledWith(
      expect.objectContaining({ kind: "motor-directions", done: "two wires crossed", isRewired: true }),
    );
  });

  it("is waived by a lead only", async () => {
    hold();
    expect(button(/Waive/)).toBeNull();
    expect(screen.getByText("Only a lead may waive it.")).toBeInTheDocument();
  });

  it("offers a lead to waive it in their name", async () => {
    hold({ mayWaive: true });
    fireEvent.click(button(/^Waive/)!);
    await act(async () => fireEvent.click(button(/Waive, in my name/)!));
    expect(decide.mock.calls[0]![0]).toMatchObject({ state: "waived" });
  });

  it("says a refusal and keeps what was typed", async () => {
    decide.mockResolvedValue({ ok: false, code: "invalid", message: "Say what was seen." } as never);
    const onDecided = hold();
    fireEvent.click(button(/^Failed/)!);
    fireEvent.change(screen.getByRole("textbox", { name: "What was seen" }), { target: { value: "hm" } });
    await act(async () => fireEvent.click(button(/back to Isolate/)!));
    expect(screen.getByRole("alert")).toHaveTextContent("Say what was seen.");
    expect(screen.getByRole("textbox", { name: "What was seen" })).toHaveValue("hm");
    expect(onDecided).not.toHaveBeenCalled();
  });

  it.each(["met", "waived"] as const)("offers only to take it back once it is %s", async (state) => {
    hold({ proof: proof({ state, decided: "Orrin, 25 Nov", note: "seen" }) });
    expect(screen.getByText(`${state} by Orrin, 25 Nov: seen`)).toBeInTheDocument();
    expect(screen.getAllByRole("button")).toHaveLength(1);
    fireEvent.click(button(/Take “/)!);
    fireEvent.change(screen.getByRole("textbox", { name: "Why it is taken back" }), { target: { value: "slipped" } });
    await act(async () => fireEvent.click(button(/Take it back/)!));
    expect(jest.mocked(reopenProofAction)).toHaveBeenCalledWith({
      ...target,
      kind: "motor-directions",
      reason: "slipped",
    });
  });
});

describe("ProveBay", () => {
  const show = (proofs: ProofView[]) =>
    render(
      <ProveBay
        target={target}
        number="0003"
        mayReopen
        proofs={proofs}
        symptoms={[]}
        clean={null}
        sorties={[]}
        mayEdit
        mayWaive={false}
        isHere
      />,
    );
  const left = () => screen.getByRole("region", { name: "Proofs" });

  it("counts what is left and has the first of it in hand; a failed one is still left", () => {
    show([
      proof({ kind: "a", title: "Smoke test", state: "met" }),
      proof({ kind: "b", title: "Receiver link", state: "failed" }),
      proof({ kind: "c", title: "Hover", rung: "In the air" }),
    ]);
    expect(left()).toHaveTextContent("2 left of 3");
    expect(screen.getByRole("heading", { level: 1 })).toHaveTextContent("Receiver link");
  });

  it("keeps the proof that was picked while another one was being decided", async () => {
    let finish = (_: never) => {};
    decide.mockReturnValue(new Promise((resolve) => (finish = resolve)) as never);
    show([proof({ kind: "a", title: "Smoke test" }), proof({ kind: "b", title: "Hover" })]);
    fireEvent.click(button(/^Met/)!);
    fireEvent.click(screen.getByRole("button", { name: /Hover/ }));
    await act(async () => finish({ ok: true, data: undefined } as never));
    expect(screen.getByRole("heading", { level: 1 })).toHaveTextContent("Hover");
  });

  it("gives a moment to undo what was just met", async () => {
    show([proof({ kind: "a", title: "Smoke test" }), proof({ kind: "b", title: "Hover" })]);
    await act(async () => press("m"));
    expect(screen.getByRole("status")).toHaveTextContent("Met: Smoke test");
    await act(async () => fireEvent.click(button(/^Undo/)!));
    expect(jest.mocked(reopenProofAction)).toHaveBeenCalledWith({ ...target, kind: "a", reason: "undone at once" });
    await waitFor(() => expect(screen.queryByRole("status")).toBeNull());
  });

  it("says who asks for proofs when there are none", () => {
    show([]);
    expect(left()).toHaveTextContent("Refit asks, when a part or a setting was changed.");
  });
});
