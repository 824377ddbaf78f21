import { OverBudgetError, runTask, stopWorkers } from "@/server/workers/workerPool";

afterAll(() => stopWorkers());

/** A run's file of so many lines. */
const runFile = (lines: number) =>
  [
    "time [s],throttle [%],voltage [V],current [A]",
    ...Array.from({ length: lines }, (_, line) => `${line / 100},50,14.8,12`),
  ].join("\n");

/** What a task answers, and the longest time in ms for which this process did nothing else meanwhile. */
async function longestHold<T>(task: () => Promise<T>) {
  let longestMs = 0;
  let lastMs = performance.now();
  const look = () => {
    longestMs = Math.max(longestMs, performance.now() - lastMs - 5);
    lastMs = performance.now();
  };
  const watch = setInterval(look, 5);
  const result = await task();
  look();
  clearInterval(watch);
  return { result, longestMs };
}

describe("the worker pool", () => {
  it("reads a run of a hundred thousand lines and never holds this process for long", async () => {
    await runTask("readRun", runFile(100)); // the thread begins
    const text = runFile(100_000);
    const held: number[] = [];
    for (let turn = 0; turn < 3; turn++) {
      const { result, longestMs } = await longestHold(() => runTask("readRun", text));
      expect(result).toMatchObject({ ok: true, sampleCount: 100_000, lengthS: 999.99 });
      held.push(longestMs);
    }
    // What the task itself holds is in every turn, what the machine adds is not. Read here it holds half a second.
    expect(Math.min(...held)).toBeLessThan(100);
  });

  it("says what is wrong with a table as a value, not as an error that loses its class on the way", async () => {
    expect(await runTask("readRun", "voltage\n1")).toEqual({
      ok: false,
      problem: expect.stringMatching(/has no unit/),
    });
    expect(await runTask("judgeTable", { text: "x", kind: "meter", options: {}, past: {} })).toMatchObject({
      ok: false,
    });
  });

  it("stops a task that takes longer than it may, says so, and goes on with the next", async () => {
    await expect(runTask("readRun", runFile(400_000), { budgetMs: 5 })).rejects.toThrow(OverBudgetError);
    expect(await runTask("readRun", runFile(10))).toMatchObject({ ok: true });
  });

  it("does not count the start of a thread as a task's time", async () => {
    await stopWorkers();
    // A thread reads the program first: several times as long as this, and seconds on a busy machine.
    expect(await runTask("readRun", runFile(10), { budgetMs: 100 })).toMatchObject({ ok: true });
  });

  it("tells who comes to a long line how long it would be, instead of letting them wait", async () => {
    const text = runFile(2000);
    const all = await Promise.allSettled(Array.from({ length: 400 }, () => runTask("readRun", text)));
    const refused = all.flatMap((one) => (one.status === "rejected" ? [one.reason as Error] : []));
    expect(refused.length).toBeGreaterThan(0);
    expect(refused.length).toBeLessThan(400);
    for (const error of refused)
      expect(error).toMatchObject({ code: "busy", message: expect.stringMatching(/about \d+ s/) });
  });
});
