/** Runs once when the web server begins, before the first request: hands the bays to the job and watches the process. */
export async function register(): Promise<void> {
  if (process.env.NEXT_RUNTIME !== "nodejs") return;
  await import("./features/bays");
  const { watchLoopDelay } = await import("./server/loopDelay");
  watchLoopDelay();
  const { wakeWorkers } = await import("./server/workers/workerPool");
  wakeWorkers();
}
