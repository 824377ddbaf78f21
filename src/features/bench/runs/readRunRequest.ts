import { numberInPath } from "@/server/verbs/numberInPath";
import { type RunRange } from "../verdict/assessRun";

/**
 * Reads which run, and which stretch of it, an address asks for.
 *
 * @throws {NotFoundError} for what is no run's number.
 */
export function readRunRequest(run: string, url: string): { runId: number; range: RunRange } {
  const asked = new URL(url).searchParams;
  const second = (name: string) => {
    const text = asked.get(name) ?? "";
    const value = Number(text);
    return text === "" || !Number.isFinite(value) ? null : value;
  };
  return { runId: numberInPath(run, `Bench run ${run}`), range: { fromS: second("from"), toS: second("to") } };
}
