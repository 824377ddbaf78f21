import { act, cleanup, fireEvent, render, screen, waitFor } from "@testing-library/react";
import { RUN_PLANS } from "@/core/bench/run/runKinds";
import { type InstrumentStatus, type RigStatus } from "@/rigs/runProtocol";
import { QueryProvider } from "@/shared/QueryProvider";
import { IDLE_RUN } from "./liveRun.fixture";
import { rigCalls } from "./rigCalls";
import { RigPanel, type RunOrder } from "./RigPanel";
import { type LiveRun } from "./useRun";
import { type SerialStands } from "./useSerialStands";

jest.mock("./rigCalls", () => ({ rigCalls: { connect: jest.fn() } }));

const instrument = (name: string, channels: string[], isThere = true): InstrumentStatus => ({
  id: name.length,
  name,
  address: "127.0.0.1:5025",
  identity: isThere ? { maker: "Marrow", model: name, serial: "1", firmware: "1" } : null,
  problem: isThere ? null : "does not answer",
  channels,
  reads: [],
  drives: null,
});
const serial: SerialStands = {
  isPossible: false,
  isOpen: false,
  problem: null,
  open: () => Promise.resolve(),
  pushed: () => [],
};
const order: RunOrder = {
  profileName: "Each motor in turn",
  profile: RUN_PLANS.motor.profiles({ motorCount: 1, usualCells: 4, higherCells: 6 })[0]!.steps,
  limits: { current: { max: 60 }, temperature: { max: 95, perS: 5 }, voltage: { min: 13 } },
  areLimitsSuggested: true,
  problem: null,
};

async function show(rig: RigStatus | Error, change: { live?: Partial<LiveRun>; order?: Partial<RunOrder> } = {}) {
  const connect = jest.mocked(rigCalls.connect);
  if (rig instanceof Error) connect.mockRejectedValue(rig);
  else connect.mockResolvedValue(rig);
  const onArm = jest.fn();
  render(
    <QueryProvider>
      <RigPanel
        basics={null}
        plan={RUN_PLANS.motor}
        order={{ ...order, ...change.order }}
        live={{ ...IDLE_RUN, ...change.live }}
        serial={serial}
        isDemo={false}
        overdue={["Old meter"]}
        onArm={onArm}
      >
        <p>what is set before a run</p>
      </RigPanel>
    </QueryProvider>,
  );
  // A rig that does not answer is asked again for a while.
  if (!(rig instanceof Error)) await waitFor(() => expect(screen.queryByText("Connecting …")).toBeNull());
  return { onArm, armButton: () => screen.getByRole("button", { name: "Hold for a second to arm" }) };
}
const FULL: RigStatus = {
  instruments: [instrument("Wattmeter", ["voltage", "current"]), instrument("Stand", ["speed", "thrust"])],
  run: null,
};

describe("RigPanel", () => {
  it("asks for the cautions to be ticked before it lets anybody arm", async () => {
    const { armButton, onArm } = await show(FULL);
    expect(screen.getByText(RUN_PLANS.motor.caution)).toHaveClass("caution");
    expect(armButton()).toBeDisabled();
    fireEvent.click(screen.getByRole("checkbox", { name: "All of that is so" }));
    expect(armButton()).toBeEnabled();
    jest.useFakeTimers();
    fireEvent.pointerDown(armButton());
    act(() => jest.advanceTimersByTime(1100));
    jest.useRealTimers();
    expect(onArm).toHaveBeenCalledWith({ defect: null, severity: 2 }, ["voltage", "current", "speed", "thrust"]);
  });

  it("says beforehand that there will be no verdict, and what is not measured", async () => {
    await show({ instruments: [instrument("Wattmeter", ["voltage", "current"])], run: null });
    expect(screen.getByText(/no verdict: speed/)).toBeInTheDocument();
  });

  it("names what is in trouble, and cannot arm while nothing is connected", async () => {
    const { armButton } = await show({ instruments: [instrument("Wattmeter", ["voltage"], false)], run: null });
    expect(screen.getByText(/does not answer/)).toBeInTheDocument();
    fireEvent.click(screen.getByRole("checkbox"));
    expect(armButton()).toBeDisabled();
  });

  it("shows an overdue instrument though it works, with word and shape", async () => {
    await show({ instruments: [instrument("Old meter", ["voltage", "current", "speed"])], run: null });
    expect(screen.getByText(/▲ calibration overdue/)).toBeInTheDocument();
  });

  it("points to where the first instrument is added, and says when the agent cannot be reached", async () => {
    await show({ instruments: [], run: null });
    expect(screen.getByRole("link", { name: "Add the first" })).toHaveAttribute("href", "/instruments");
    cleanup();
    await show(new Error("The rig agent does not answer."));
    expect(await screen.findByText("The rig agent does not answer.", {}, { timeout: 4000 })).toBeInTheDocument();
  });

  it("says what is wrong with a profile and does not arm it", async () => {
    const { armButton } = await show(FULL, { order: { problem: "Line 2: no such word." } });
    fireEvent.click(screen.getByRole("checkbox"));
    expect(armButton()).toBeDisabled();
    expect(screen.getByRole("alert")).toHaveTextContent("Line 2: no such word.");
  });

  it("while it is live shows the stop, what cuts by itself and the step, and nothing that could be set", async () => {
    const status = {
      runId: 3,
      state: "running" as const,
      stepIndex: 1,
      longestSilenceMs: 100,
      sampleCount: 9,
      cut: null,
    };
    await show(FULL, { live: { phase: "running", status } });
    expect(screen.queryByText("what is set before a run")).toBeNull();
    expect(
      screen.getByText(
        /^Cuts by itself: current over 60, temperature over 95, temperature changing by 5 a second, voltage under 13\.$/,
      ),
    ).toBeInTheDocument();
    expect(screen.getByText(new RegExp(`^Step 2 of ${order.profile.length}: `))).toBeInTheDocument();
    expect(screen.getByRole("button", { name: /STOP/ })).toBeInTheDocument();
  });

  it.each(["armed", "running", "server lost"] as const)(
    "stops on space while it is %s, whatever has the focus",
    async (phase) => {
      const stop = jest.fn();
      const start = jest.fn(() => Promise.resolve());
      await show(FULL, { live: { phase, stop, start } });
      const focused = screen.getAllByRole("button")[0]!;
      const pressed = fireEvent.keyDown(focused, { code: "Space", key: " " });
      fireEvent.keyDown(focused, { code: "Space", key: " ", repeat: true });
      fireEvent.keyUp(focused, { code: "Space", key: " " });
      expect(pressed).toBe(false); // it presses no button
      expect(stop).toHaveBeenCalledTimes(1);
      expect(start).not.toHaveBeenCalled();
    },
  );

  it("leaves space alone while nothing is live", async () => {
    const stop = jest.fn();
    await show(FULL, { live: { stop } });
    expect(fireEvent.keyDown(screen.getByRole("checkbox"), { code: "Space", key: " " })).toBe(true);
    expect(stop).not.toHaveBeenCalled();
  });
});
