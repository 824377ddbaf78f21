import { act, fireEvent, render, screen } from "@testing-library/react";
import { SHIPPED_BOARDS } from "@/core/refit/shelf/shippedBoards";
import { DEVICE_TYPES } from "@/core/refit/shelf/deviceTypes";
import { planWiring } from "@/core/refit/wiring/planWiring";
import { type Device, type WiringCase } from "@/core/refit/wiring/wiringCase";
import { AlignmentPanel } from "./lie/AlignmentPanel";
import { MotorMapPanel } from "./lie/MotorMapPanel";
import { SupplyFields } from "./firstPower/SupplyFields";
import { keepAlignmentAction, keepMotorMapAction } from "./wiring.action";

jest.mock("./wiring.action", () => ({ keepAlignmentAction: jest.fn(), keepMotorMapAction: jest.fn() }));
jest.mock("next/navigation", () => ({ useRouter: () => ({ refresh: jest.fn() }) }));

const target = { jobId: 3, version: 4 };
const done = { ok: true, data: null } as never;
beforeEach(() => {
  jest.mocked(keepAlignmentAction).mockReset().mockResolvedValue(done);
  jest.mocked(keepMotorMapAction).mockReset().mockResolvedValue(done);
});

describe("AlignmentPanel", () => {
  it("turns the board's picture by keys, and keeps what it then says", async () => {
    render(<AlignmentPanel boardName="Cairn F" saved={[]} target={target} mayEdit />);
    const above = screen.getByRole("slider", { name: /from above/ });
    fireEvent.keyDown(above, { key: "PageUp" });
    fireEvent.keyDown(above, { key: "PageUp" });
    fireEvent.keyDown(above, { key: "ArrowLeft" });
    expect(above).toHaveAttribute("aria-valuetext", "89° clockwise");
    fireEvent.keyDown(screen.getByRole("slider", { name: /from the left/ }), { key: "ArrowUp" });
    await act(async () => fireEvent.click(screen.getByRole("button", { name: "Prove by this" })));
    expect(keepAlignmentAction).toHaveBeenCalledWith({ ...target, turnedDeg: 89, isUpsideDown: false, noseUpDeg: 1 });
  });

  it("counts from the old board, with what the saved settings say of it at hand", async () => {
    const saved = [{ id: "board_align_yaw", value: "90" }];
    render(<AlignmentPanel boardName="Cairn F" saved={saved} target={target} mayEdit />);
    expect(screen.queryByText(/board_align_yaw 90/)).not.toBeInTheDocument();
    fireEvent.mouseDown(screen.getByRole("combobox", { name: "Counted from" }));
    fireEvent.click(screen.getByText("old board"));
    expect(screen.getByText(/board_align_yaw 90/)).toBeInTheDocument();
    fireEvent.change(screen.getByRole("spinbutton", { name: /its yaw/ }), { target: { value: "90" } });
    const above = screen.getByRole("slider", { name: /from above/ });
    fireEvent.keyDown(above, { key: "PageUp" });
    expect(screen.getByText("135°")).toBeInTheDocument(); // 90 as before, 45 more beside it
    await act(async () => fireEvent.click(screen.getByRole("button", { name: "Prove by this" })));
    expect(keepAlignmentAction).toHaveBeenCalledWith(
      expect.objectContaining({ turnedDeg: 45, old: { rollDeg: 0, pitchDeg: 0, yawDeg: 90 } }),
    );
  });

  it("goes round, and no further over than upright", () => {
    render(<AlignmentPanel boardName="Cairn F" saved={[]} target={target} mayEdit />);
    const above = screen.getByRole("slider", { name: /from above/ });
    fireEvent.keyDown(above, { key: "ArrowLeft" });
    expect(above).toHaveAttribute("aria-valuenow", "359");
    const side = screen.getByRole("slider", { name: /from the left/ });
    for (let press = 0; press < 3; press += 1) fireEvent.keyDown(side, { key: "PageDown" });
    expect(side).toHaveAttribute("aria-valuenow", "-89");
  });
});

it("the motor map begins with what the plan's wires say", async () => {
  const { needs } = DEVICE_TYPES.find(({ id }) => id === "esc")!;
  const devices = ["rear right", "front right", "front left", "rear left"].map((name): Device => ({
    id: name.replace(" ", "-"),
    name: `ESC ${name}`,
    needs,
  }));
  const board = SHIPPED_BOARDS.find(({ name }) => name.startsWith("Cairn F"))!;
  const pins = devices.map(({ id }, at) => ({ device: id, need: "signal", pad: `M${at + 1}` }));
  const wiring: WiringCase = { board, devices, pins };
  const { plan } = planWiring(wiring);
  render(<MotorMapPanel target={target} mayEdit shape={{ kind: "quad", motorCount: 4 }} wiring={wiring} plan={plan} />);
  expect(screen.getByText(/outputs are those of the plan/)).toBeInTheDocument();
  await act(async () => fireEvent.click(screen.getByRole("button", { name: "Prove by this map" })));
  expect(keepMotorMapAction).toHaveBeenCalledWith(
    expect.objectContaining({ after: ["rear right", "front right", "front left", "rear left"] }),
  );
});

describe("SupplyFields", () => {
  const need = { id: "supply", kind: "power", minV: 7, maxV: 26, meanA: 0.9, peakA: 1.3 } as const;
  const device: Device = { id: "sender", name: "Sender", needs: [need] };

  it("takes what is on the label, and nothing that cannot stand on one", () => {
    const onDone = jest.fn();
    render(<SupplyFields device={device} need={need} onDone={onDone} />);
    const change = (name: string, value: string) =>
      fireEvent.change(screen.getByLabelText(name), { target: { value } });
    const take = screen.getByRole("button", { name: "As on its label" });
    change("to, V", "6");
    expect(take).toBeDisabled();
    change("to, V", "12.6");
    change("mean, A", "1.5");
    expect(take).toBeDisabled();
    change("peak, A", "2.2");
    fireEvent.click(screen.getByRole("checkbox", { name: "quiet supply" }));
    fireEvent.click(take);
    expect(onDone).toHaveBeenCalledWith({ ...need, maxV: 12.6, meanA: 1.5, peakA: 2.2, quiet: true });
  });
});
