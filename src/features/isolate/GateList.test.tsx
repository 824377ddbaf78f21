import { act, fireEvent, render, screen } from "@testing-library/react";
import { GateList } from "./GateList";
import { openGateAction } from "./isolate.action";
import { type GateView } from "./gateView";

jest.mock("./isolate.action", () => ({ openGateAction: jest.fn(() => Promise.resolve({ ok: true, value: null })) }));
jest.mock("next/navigation", () => ({ useRouter: () => ({ refresh: jest.fn() }) }));

const gate = (over: Partial<GateView> = {}): GateView => ({
  id: "short-not-ruled-out",
  because: "A short is not ruled out.",
  shutsPower: true,
  openers: [{ id: "power-to-ground", title: "Beep power against ground", waits: false }],
  rungs: "",
  waiting: ["Try to arm on the bench"],
  ...over,
});
const show = (gates: GateView[], mayEdit = true) => {
  const onChoose = jest.fn();
  render(<GateList target={{ jobId: 7, version: 3 }} gates={gates} mayEdit={mayEdit} onChoose={onChoose} />);
  return onChoose;
};

describe("what is not done yet", () => {
  it("says why, what waits, and takes the check that opens it into hand", () => {
    const onChoose = show([gate()]);
    expect(screen.getByText("A short is not ruled out.")).toBeInTheDocument();
    expect(screen.getByText(/these wait: Try to arm on the bench/)).toBeInTheDocument();
    fireEvent.click(screen.getByRole("button", { name: "Beep power against ground" }));
    expect(onChoose).toHaveBeenCalledWith("power-to-ground");
  });

  it("does not offer an opener that waits behind another gate", () => {
    show([gate({ openers: [{ id: "limiter-trips", title: "First power through a limiter", waits: true }] })]);
    expect(screen.queryByRole("button", { name: /limiter/ })).toBeNull();
    expect(screen.getByText("First power through a limiter")).toBeInTheDocument();
  });

  it("goes on all the same only with a reason, which is sent along", async () => {
    show([gate()]);
    const goOn = screen.getByRole("button", { name: /write it down/, hidden: true });
    expect(goOn).toBeDisabled();
    fireEvent.change(screen.getByLabelText(/does not hold you up/), { target: { value: "measured before lunch" } });
    await act(async () => void fireEvent.click(goOn));
    expect(openGateAction).toHaveBeenCalledWith({
      jobId: 7,
      version: 3,
      gateId: "short-not-ruled-out",
      reason: "measured before lunch",
    });
  });

  it("lets a viewer read, and no more", () => {
    show([gate()], false);
    expect(screen.getByRole("button", { name: "Beep power against ground" })).toBeDisabled();
    expect(screen.queryByText("Go on all the same")).toBeNull();
  });
});
