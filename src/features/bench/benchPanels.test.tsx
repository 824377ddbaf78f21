import { estimateOf } from "@/core/bench/measure/measured.types";
import { fireEvent, render, screen, within } from "@testing-library/react";
import { RUN_PLANS } from "@/core/bench/run/runKinds";
import { type AssessedRun } from "./verdict/assessRun";
import { type BenchRun } from "./runs/benchRun";
import { EstimateTable } from "./verdict/EstimateTable";
import { IDLE_RUN } from "./rig/liveRun.fixture";
import { RunList, type RunLine } from "./runs/RunList";
import { RunReadout } from "./rig/RunReadout";
import { type LiveRun } from "./rig/useRun";

const line = (id: number, more: Partial<RunLine> = {}): RunLine => ({
  id,
  kind: "motor",
  kindName: "Motors",
  at: "25 Nov 2026, 14:05 UTC",
  words: "Ran to its end",
  detail: "",
  by: "Ines",
  isOver: true,
  isKept: false,
  isBaseline: false,
  ...more,
});

describe("RunList", () => {
  const setUp = (compared: number[], runs = [1, 2, 3, 4, 5, 6].map((id) => line(id)), isBusy = false) => {
    const onCompare = jest.fn();
    const onShow = jest.fn();
    render(
      <RunList runs={runs} shownRunId={1} onShow={onShow} compared={compared} onCompare={onCompare} isBusy={isBusy} />,
    );
    return { onCompare, onShow };
  };
  const box = (id: number) => screen.queryByRole("checkbox", { name: `Compare with run ${id}` });

  it("lays runs of the same kind behind the shown one, itself left out", () => {
    const { onCompare } = setUp([2], [line(1), line(2), line(3), line(4, { kind: "esc", kindName: "ESC heat" })]);
    expect(box(1)).toBeNull();
    expect(box(4)).toBeNull();
    expect(box(2)).toBeChecked();
    fireEvent.click(box(3)!);
    expect(onCompare).toHaveBeenCalledWith([2, 3]);
    fireEvent.click(box(2)!);
    expect(onCompare).toHaveBeenLastCalledWith([]);
  });

  it("takes four at most", () => {
    setUp([2, 3, 4, 5]);
    expect(box(6)).toBeDisabled();
    expect(box(5)).toBeEnabled();
  });

  it("changes nothing while the rig is live, and says so when there is no run yet", () => {
    setUp([], [line(1), line(2)], true);
    screen.getAllByRole("button").forEach((button) => expect(button).toBeDisabled());
    expect(box(2)).toBeDisabled();
    setUp([], []);
    expect(screen.getByText("None yet.")).toBeInTheDocument();
  });

  it("says which one was kept and which is the baseline", () => {
    setUp([], [line(1, { isKept: true, isBaseline: true })]);
    expect(screen.getByRole("button")).toHaveTextContent("Run 1 motors, ran to its end · kept · baseline");
  });
});

describe("EstimateTable", () => {
  const figure = (label: string, value: number, halfWidth: number | null = null) => ({
    label,
    value,
    halfWidth,
    unit: "A",
    decimals: 2,
  });

  it("puts the figures of several motors side by side, a gap where one lacks one", () => {
    render(
      <EstimateTable
        figures={[
          { ...figure("", 0.9, 0.02), ...estimateOf("Motor 1", "no-load current") },
          { ...figure("", 2.1, 0.03), ...estimateOf("Motor 2", "no-load current") },
          { ...figure("", 50), ...estimateOf("Motor 1", "heat") },
        ]}
      />,
    );
    const [heads, amps, heat] = screen.getAllByRole("row");
    expect(heads).toHaveTextContent(/^Motor 1Motor 2$/);
    expect(
      within(amps!)
        .getAllByRole("cell")
        .map(({ textContent }) => textContent),
    ).toEqual([expect.stringMatching(/^0\.90 ± 0\.02/), expect.stringMatching(/^2\.10 ± 0\.03/)]);
    expect(within(heat!).getAllByRole("cell")[1]).toHaveTextContent("–");
    expect(screen.getByText(/95 % confidence interval/)).toBeInTheDocument();
  });

  it("lists single figures one a line and speaks of intervals only where there are some", () => {
    render(<EstimateTable figures={[figure("Gain", 4.1)]} />);
    expect(screen.getByRole("row")).toHaveTextContent(/^Gain4\.10/);
    expect(screen.queryByText(/confidence/)).toBeNull();
  });
});

describe("RunReadout", () => {
  const assessed = (run: Partial<BenchRun>): AssessedRun =>
    ({
      run: { id: 12, kind: "motor", cutCause: "end_of_profile", cutDetail: "", ...run },
      points: {
        speed: [
          [0, 100],
          [1, 21_000],
          [2, 50],
        ],
        current: [[0, 1.2]],
      },
      steps: [],
    }) as unknown as AssessedRun;
  const show = (
    more: Partial<LiveRun>,
    run: AssessedRun | null,
    replayed: { time: number; throttle: number } | null = null,
  ) => {
    const isLive = more.phase === "running" || more.phase === "armed" || more.phase === "server lost";
    render(
      <RunReadout
        live={{ ...IDLE_RUN, ...more }}
        assessed={run}
        isLive={isLive}
        plan={RUN_PLANS.motor}
        replayed={replayed}
      />,
    );
    return screen.getByText((_, element) => element?.getAttribute("aria-live") === "assertive");
  };
  const reading = (name: string) => document.querySelector(`[data-reading="${name}"]`)!;

  it("says what the kind of run does while there is none", () => {
    expect(show({}, null)).toHaveTextContent(`No run yet. ${RUN_PLANS.motor.does}`);
    expect(reading("speed")).toHaveTextContent("–");
  });

  it("shows the newest sample while it runs, and which motor turns", () => {
    const state = show({ phase: "running", latest: { throttle: 0.45, output: 2, speed: 12_340, thrust: 2 } }, null);
    expect(state).toHaveTextContent("Running, throttle 45 %, motor 2");
    expect(reading("speed")).toHaveTextContent(/12.?340 rpm/);
    expect(reading("thrust")).toHaveTextContent("204 g"); // 2 N
  });

  it("tells armed and a lost server apart from running", () => {
    expect(show({ phase: "armed" }, null)).toHaveTextContent("Armed. Run it, or stop within 20 seconds.");
  });
  it("says that the rig cuts by itself when the server is lost", () => {
    expect(show({ phase: "server lost" }, null)).toHaveTextContent("The rig cuts the throttle by itself.");
  });

  it("afterwards names the cut with its figures and shows the peaks", () => {
    const state = show({}, assessed({ cutCause: "limit", cutDetail: "Amps 61.2 A, limit 60 A." }));
    expect(state).toHaveTextContent("Run 12: Cut on a limit. Amps 61.2 A, limit 60 A.");
    expect(reading("speed")).toHaveTextContent(/21.?000 rpm/);
    expect(screen.getByText("speed at the peak")).toBeInTheDocument();
  });

  it("in a replay shows that moment", () => {
    expect(show({}, assessed({}), { time: 3.25, throttle: 0.6 })).toHaveTextContent(/Replay, 3\.[23] s, throttle 60 %/);
  });
});
