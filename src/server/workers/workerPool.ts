import "server-only";
import path from "node:path";
import { pathToFileURL } from "node:url";
import { Piscina } from "piscina";
import { type TaskCall, type TaskName, type Tasks } from "@/workers/server/tasks";
import { AppError } from "../errors";
import { log } from "../log";

/*
 * The web process carries the dead man's beat of a running test, so nothing heavy runs in it: it runs here, on threads that
 * yield to the web process and to the rig agent.
 */

/** Built by the build command, run from the project's folder. */
const WORKER_FILE = path.resolve("dist/server.worker.mjs");
/** Two threads: a long import does not hold up a diagnosis. */
const THREADS = 2;
/** A thread gives way to web process and rig agent where the machine has no core to spare. */
const NICE = 10;
/** Longer than this, nobody waits in line: they are told how long it would be. */
const LONGEST_WAIT_MS = 10_000;
/** How long each task may take, and what is assumed before it was ever measured. */
const BUDGET_MS: Readonly<Record<TaskName, number>> = {
  diagnose: 3_000,
  judgeTable: 20_000,
  readRun: 60_000,
  workOutRun: 30_000,
  writeRun: 60_000,
  drawPdf: 20_000,
  planWiring: 10_000,
  explainWire: 10_000,
  readSettings: 10_000,
  craftSvg: 5_000,
  wake: 30_000,
};
const ASSUMED_MS = 300;

/** A task took longer than it may; the caller says what that means, or lets it reach the person. */
export class OverBudgetError extends AppError {
  constructor(budgetMs: number) {
    super("too_slow", `This took longer than ${budgetMs / 1000} s and was stopped. Try it with less at once.`);
    this.name = "OverBudgetError";
  }
}

interface Workers {
  pool: Piscina;
  /** A thread stands ready. Its start is no part of a task's time: on a busy machine it takes longer than most tasks may. */
  awake: Promise<void>;
  /** Mean run time of the last tasks, in ms: what a place in the line costs. */
  usualMs: number;
}

const SLOT = Symbol.for("pitstopa.workers");
const slots = globalThis as { [SLOT]?: Workers };

function workers(): Workers {
  if (slots[SLOT]) return slots[SLOT];
  const pool = new Piscina({
    filename: pathToFileURL(WORKER_FILE).href,
    minThreads: 1,
    maxThreads: THREADS,
    idleTimeout: 60_000,
    niceIncrement: NICE,
  });
  return (slots[SLOT] = { pool, awake: wake(pool), usualMs: ASSUMED_MS });
}

/** Waits until a thread has read the program and weighed its first case. One that cannot start shows in the task after it. */
async function wake(pool: Piscina): Promise<void> {
  const call: TaskCall = { task: "wake", input: undefined };
  await pool.run(call, { signal: AbortSignal.timeout(BUDGET_MS.wake) }).catch((error: unknown) => {
    log.warn({ err: error }, "no worker came up");
  });
}

/** Starts the threads before anybody asks for them. */
export function wakeWorkers(): void {
  workers();
}

/** Waits for a thread no longer than in a line. @throws {AppError} `busy` when none came up. */
async function untilAwake({ awake }: Workers): Promise<void> {
  const isUp = await Promise.race([
    awake.then(() => true),
    new Promise<false>((resolve) => setTimeout(resolve, LONGEST_WAIT_MS, false).unref()),
  ]);
  if (!isUp)
    throw new AppError(
      "busy",
      "The shop's computer has more to do than it can: nothing was worked out. Try again soon.",
    );
}

/**
 * Runs a task on a thread of the pool, within its time.
 *
 * @param options.budgetMs - How long it may take, its wait in line included, the start of a thread not.
 * @throws {AppError} `busy` when too much stands in line, with the wait in seconds, or no thread comes up; {OverBudgetError}
 */
export async function runTask<Name extends TaskName>(
  task: Name,
  input: Parameters<Tasks[Name]>[0],
  { budgetMs = BUDGET_MS[task] }: { budgetMs?: number } = {},
): Promise<Awaited<ReturnType<Tasks[Name]>>> {
  const own = workers();
  await untilAwake(own);
  const waitMs = (own.pool.queueSize * own.usualMs) / THREADS;
  if (waitMs > LONGEST_WAIT_MS)
    throw new AppError("busy", `The shop's computer is busy: about ${Math.ceil(waitMs / 1000)} s. Try again then.`);
  const startedMs = performance.now();
  const call: TaskCall = { task, input };
  try {
    return (await own.pool.run(call, { signal: AbortSignal.timeout(budgetMs) })) as Awaited<ReturnType<Tasks[Name]>>;
  } catch (error) {
    if (!(error instanceof Error) || !["AbortError", "TimeoutError"].includes(error.name)) throw error;
    log.warn({ task }, "task stopped: over its budget");
    own.awake = wake(own.pool); // the thread was ended with its task
    throw new OverBudgetError(budgetMs);
  } finally {
    own.usualMs += 0.2 * (performance.now() - startedMs - own.usualMs);
  }
}

/** Ends the threads, for processes that are done. */
export async function stopWorkers(): Promise<void> {
  const own = slots[SLOT];
  delete slots[SLOT];
  await own?.pool.destroy();
}
