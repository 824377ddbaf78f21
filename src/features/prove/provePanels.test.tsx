import { act, fireEvent, render, screen } from "@testing-library/react";
import { decideProofAction } from "./prove.action";
import { ProofInHand, type ProofView } from "./ProofInHand";
import { ProveBay } from "./ProveBay";

jest.mock("./prove.action", () => ({ decideProofAction: jest.fn(), logSortieAction: jest.fn() }));
jest.mock("@/features/job/bays/enterBay.action", () => ({ enterBayAction: jest.fn() }));
jest.mock("next/navigation", () => ({
  useRouter: () => ({ refresh: jest.fn(), push: jest.fn() }),
  usePathname: () => "/jobs/J-1/prove",
}));

const decide = jest.mocked(decideProofAction);
beforeEach(() => decide.mockReset().mockResolvedValue({ ok: true, data: undefined } as never));

const proof = (more: Partial<ProofView> = {}): ProofView => ({
  kind: "motor-directions",
  title: "Motor directions",
  how: "Each motor alone.",
  rung: "On the bench",
  cautions: ["Props off."],
  state: "open",
  note: "",
  askedBy: "new ESC",
  failureSymptom: "motor-order",
  decided: "",
  blockers: [],
  ...more,
});
const target = { jobId: 3, version: 8 };

function hold(change: Partial<Parameters<typeof ProofInHand>[0]> = {}) {
  const onDecided = jest.fn();
  render(
    <ProofInHand
      target={target}
      proof={proof()}
      symptoms={[{ id: "motor-order", text: "Motor order wrong" }]}
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
    fireEvent.change(screen.getByRole("textbox", { name: "What was seen" }), { target: { value: "all four right" } });
    await act(async () => press("m"));
    expect(decide).toHaveBeenCalledWith({
      ...target,
      kind: "motor-directions",
      state: "met",
      note: "all four right",
      symptomId: "motor-order",
    });
    expect(onDecided).toHaveBeenCalled();
  });

  it("cannot be met before what comes first, neither by button nor by key", async () => {
    hold({ proof: proof({ blockers: ["Smoke test", "Receiver link"] }) });
    expect(screen.getByText("First: Smoke test; Receiver link.")).toBeInTheDocument();
    expect(button(/^Met/)).toBeDisabled();
    await act(async () => press("m"));
    expect(decide).not.toHaveBeenCalled();
  });

  it("goes back to Isolate with the symptom when it fails", async () => {
    hold();
    await act(async () => fireEvent.click(button(/back to Isolate/)!));
    expect(decide.mock.calls[0]![0]).toMatchObject({ state: "failed", symptomId: "motor-order" });
  });

  it("is waived by a lead only", async () => {
    hold();
    expect(button(/Waive/)).toBeNull();
    expect(screen.getByText("Only a lead may waive it.")).toBeInTheDocument();
  });
  it("offers a lead to waive it in their name", async () => {
    hold({ mayWaive: true });
    await act(async () => fireEvent.click(button(/Waive, in my name/)!));
    expect(decide.mock.calls[0]![0]).toMatchObject({ state: "waived" });
  });

  it("says a refusal and keeps what was typed", async () => {
    decide.mockResolvedValue({ ok: false, code: "invalid", message: "Say what was seen." } as never);
    const onDecided = hold();
    fireEvent.change(screen.getByRole("textbox", { name: "What was seen" }), { target: { value: "hm" } });
    await act(async () => fireEvent.click(button(/back to Isolate/)!));
    expect(screen.getByRole("alert")).toHaveTextContent("Say what was seen.");
    expect(screen.getByRole("textbox", { name: "What was seen" })).toHaveValue("hm");
    expect(onDecided).not.toHaveBeenCalled();
  });

  it.each(["met", "waived"] as const)("offers nothing more once it is %s", (state) => {
    hold({ proof: proof({ state, decided: "Orrin, 25 Nov", note: "seen" }) });
    expect(screen.getByText(`${state} by Orrin, 25 Nov: seen`)).toBeInTheDocument();
    expect(screen.queryByRole("button")).toBeNull();
  });
});

describe("ProveBay", () => {
  const show = (proofs: ProofView[]) =>
    render(
      <ProveBay
        target={target}
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

  it("says who asks for proofs when there are none", () => {
    show([]);
    expect(left()).toHaveTextContent("Refit asks, when a part or a setting was changed.");
  });
});
