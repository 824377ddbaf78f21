/** Runs once when the web server begins, before the first request: hands the bays to the job. */
export async function register(): Promise<void> {
  if (process.env.NEXT_RUNTIME === "nodejs") await import("./features/bays");
}
