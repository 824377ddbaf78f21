import { NotFoundError } from "@/server/errors";
import { type RunRange } from "../verdict/assessRun";

/**
 * Reads which run, and which stretch of it, an address asks for.
 *
 * @throws {NotFoundError} for what is no run's number.
 */
export function readRunRequest(run: string, url: string): { runId: number; range: RunRange } {
  if (!/^\d{1,9}$/.test(run)) throw new NotFoundError(`Bench run ${run}`);
  const asked = new URL(url).searchParams;
  const second = (name: string) => {
    const text = asked.get(name) ?? "";
    const value = Number(text);
    return text === "" || !Number.isFinite(value) ? null : value;
  };
  return { runId: Number(run), range: { fromS: second("from"), toS: second("to") } };
}
