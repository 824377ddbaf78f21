import { act, renderHook } from "@testing-library/react";
import { BEAT_EVERY_MS, type BeatAnswer, DEAD_MAN_MS, type RunStatus } from "@/rigs/runProtocol";
import { rigCalls, RigFailure } from "./rigCalls";
import { useRun } from "./useRun";

jest.mock("./rigCalls", () => ({
  ...jest.requireActual<object>("./rigCalls"),
  rigCalls: { arm: jest.fn(), start: jest.fn(), beat: jest.fn(), stop: jest.fn() },
}));
jest.mock("@/shared/randomUuid", () => ({ randomUuid: () => "token-of-this-page" }));

const calls = jest.mocked(rigCalls);
const status = (state: RunStatus["state"], more: Partial<RunStatus> = {}): RunStatus => ({
  runId: 7,
  state,
  longestSilenceMs: 100,
  stepIndex: 0,
  sampleCount: 0,
  cut: null,
  ...more,
});
const answer = (state: RunStatus["state"], from = 0, times: number[] = []): BeatAnswer => ({
  status: status(state),
  from,
  samples: { time: times, current: times.map(() => 4), voltage: times.map(() => 16) },
});
const nothingPushed = () => [];

beforeEach(() => {
  jest.useFakeTimers();
  calls.arm.mockReset().mockResolvedValue(status("armed"));
  calls.start.mockReset().mockResolvedValue(status("running"));
  calls.stop.mockReset().mockResolvedValue(status("ended"));
  calls.beat.mockReset().mockResolvedValue(answer("armed"));
});
afterEach(() => jest.useRealTimers());

const pass = (ms: number) => act(() => jest.advanceTimersByTimeAsync(ms));

async function armed(onEnded = jest.fn()) {
  const hook = renderHook(() => useRun(onEnded, nothingPushed));
  await act(() => hook.result.current.arm({ kind: "motor" }));
  return { hook, onEnded, run: () => hook.result.current };
}

describe("useRun", () => {
  it("beats from the moment it is armed, well within the dead man's time", async () => {
    const { run } = await armed();
    expect(run().phase).toBe("armed");
    expect(calls.arm).toHaveBeenCalledWith({ kind: "motor", operatorToken: "token-of-this-page" });
    const before = calls.beat.mock.calls.length;
    await pass(DEAD_MAN_MS);
    expect(calls.beat.mock.calls.length - before).toBe(DEAD_MAN_MS / BEAT_EVERY_MS);
  });

  it("stops beating when the page is left, so that the agent cuts", async () => {
    const { hook } = await armed();
    await pass(300);
    hook.unmount();
    const sent = calls.beat.mock.calls.length;
    await pass(2000);
    expect(calls.beat.mock.calls.length).toBe(sent);
  });

  it("says why arming was refused and stays disarmed", async () => {
    calls.arm.mockRejectedValue(new RigFailure("No instrument measures volts.", true));
    const { run } = await armed();
    expect(run()).toMatchObject({ phase: "idle", problem: "No instrument measures volts." });
    await pass(1000);
    expect(calls.beat).not.toHaveBeenCalled();
  });

  it("asks for what follows on what it has, and takes no sample twice when answers overtake each other", async () => {
    const { run } = await armed();
    const answers: ((value: BeatAnswer) => void)[] = [];
    calls.beat.mockReset().mockImplementation(() => new Promise((resolve) => answers.push(resolve)));
    await act(() => run().start());
    await pass(2 * BEAT_EVERY_MS);
    expect(answers.length).toBeGreaterThanOrEqual(2);
    // The second beat is answered first, with the same samples.
    await act(async () => answers[1]!(answer("running", 0, [0, 0.05, 0.1])));
    await act(async () => answers[0]!(answer("running", 0, [0, 0.05])));
    expect(run().latest).toMatchObject({ time: 0.1, current: 4, power: 64 });
    await pass(BEAT_EVERY_MS);
    expect(calls.beat.mock.calls.at(-1)![2]).toBe(3);
  });

  it("goes on from where the agent's memory begins when it has been away", async () => {
    const { run } = await armed();
    calls.beat.mockReset().mockResolvedValue(answer("running", 500, [5, 5.05]));
    await act(() => run().start());
    await pass(2 * BEAT_EVERY_MS);
    expect(calls.beat.mock.calls.at(-1)![2]).toBe(502);
  });

  it("keeps at most three beats under way when the server is slow", async () => {
    await armed();
    calls.beat.mockReset().mockImplementation(() => new Promise(() => undefined));
    await pass(2000);
    expect(calls.beat).toHaveBeenCalledTimes(3);
  });

  it("shows a lost server, goes on trying, and is back when it answers", async () => {
    const { run, onEnded } = await armed();
    calls.beat.mockReset().mockRejectedValue(new RigFailure("The server does not answer.", false));
    await pass(200);
    expect(run().phase).toBe("server lost");
    calls.beat.mockReset().mockResolvedValue(answer("running", 0, [0.1]));
    await pass(200);
    expect(run().phase).toBe("running");
    expect(onEnded).not.toHaveBeenCalled();
  });

  it("is over when the agent says so, once", async () => {
    const { run, onEnded } = await armed();
    calls.beat.mockReset().mockResolvedValue(answer("ended"));
    await pass(1000);
    expect(run().phase).toBe("ended");
    expect(onEnded).toHaveBeenCalledTimes(1);
    expect(onEnded).toHaveBeenCalledWith(7);
  });

  it("is over when the agent refuses its beat, and says why", async () => {
    const { run, onEnded } = await armed();
    calls.beat.mockReset().mockRejectedValue(new RigFailure("That run is over.", true));
    await pass(500);
    expect(run()).toMatchObject({ phase: "ended", problem: "That run is over." });
    expect(onEnded).toHaveBeenCalledTimes(1);
  });

  it("sends the stop at once, and says when it did not arrive", async () => {
    const { run } = await armed();
    act(() => run().stop());
    expect(calls.stop).toHaveBeenCalledWith(7, "token-of-this-page");
    calls.stop.mockRejectedValue(new RigFailure("The server does not answer.", false));
    await act(async () => run().stop());
    expect(run().problem).toBe("The server does not answer.");
  });
});
