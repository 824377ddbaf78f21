import { runTask, stopWorkers } from "./workerPool";

const run = jest.fn();
jest.mock("piscina", () => ({
  Piscina: class {
    queueSize = 0;
    run = run;
    destroy = () => Promise.resolve();
  },
}));

beforeEach(() => run.mockReset());
afterEach(() => stopWorkers());

describe("a pool on a machine that has no time", () => {
  it("says so after ten seconds, when no thread comes up", async () => {
    jest.useFakeTimers();
    run.mockReturnValue(new Promise(() => undefined));
    const answer = runTask("craftSvg", { name: "x" } as never).catch((error: unknown) => error);
    await jest.advanceTimersByTimeAsync(9_900);
    expect(run).toHaveBeenCalledTimes(1); // the waking; no task was begun
    await jest.advanceTimersByTimeAsync(200);
    expect(await answer).toMatchObject({
      code: "busy",
      message: expect.stringMatching(/more to do than it can/) as string,
    });
    jest.useRealTimers();
  });

  it("works as soon as one is up", async () => {
    run.mockImplementation(({ task }: { task: string }) => Promise.resolve(task === "wake" ? undefined : "<svg/>"));
    expect(await runTask("craftSvg", { name: "x" } as never)).toBe("<svg/>");
  });
});
