import { type BeatAnswer, type PushedReadings, type RigStatus, type RunStatus } from "@/rigs/runProtocol";
import { type ActionFailure } from "@/shared/actionResult";
import { type AssessedRun, type RunRange } from "../verdict/assessRun";

/** A call to the rig's route handlers that was refused or did not arrive; `message` is for the person. */
export class RigFailure extends Error {
  constructor(
    message: string,
    readonly hasArrived: boolean,
    options?: ErrorOptions,
  ) {
    super(message, options);
    this.name = "RigFailure";
  }
}

async function call<T>(path: string, body?: object): Promise<T> {
  let response: Response;
  try {
    response = await fetch(path, {
      method: body ? "POST" : "GET",
      headers: { "Content-Type": "application/json" },
      body: body && JSON.stringify(body),
      cache: "no-store",
    });
  } catch (error) {
    throw new RigFailure("The server does not answer.", false, { cause: error });
  }
  const answer = (await response.json().catch(() => null)) as (T & Partial<ActionFailure>) | null;
  if (!response.ok) throw new RigFailure(answer?.message ?? `The server answered ${response.status}.`, true);
  // A server that dies while it answers leaves half an answer behind: that is no answer.
  if (answer === null) throw new RigFailure("The server does not answer.", false);
  return answer;
}

/** The rig as the page sees it. Each call throws {RigFailure}. */
export const rigCalls = {
  status: () => call<RigStatus>("/api/rig/status"),
  connect: (pushed: readonly PushedReadings[] = []) => call<RigStatus>("/api/rig/connect", { pushed }),
  arm: (request: object) => call<RunStatus>("/api/rig/arm", request),
  start: (runId: number, operatorToken: string) => call<RunStatus>("/api/rig/start", { runId, operatorToken }),
  beat: (runId: number, operatorToken: string, since: number, pushed: readonly PushedReadings[] = []) =>
    call<BeatAnswer>("/api/rig/beat", { runId, operatorToken, since, pushed }),
  importRun: (request: object) => call<{ runId: number }>("/api/runs/import", request),
  stop: (runId: number, operatorToken?: string) => call<RunStatus>("/api/rig/stop", { runId, operatorToken }),
  run: (runId: number, { fromS, toS }: RunRange = { fromS: null, toS: null }) =>
    call<AssessedRun>(`/api/runs/${runId}?from=${fromS ?? ""}&to=${toS ?? ""}`),
};
