import type * as v from "valibot";
import { type Readings } from "../core/series/series";
import {
  type ArmRequest,
  type BeatAnswer,
  type ConnectRequest,
  type PushedReadings,
  type RigStatus,
  type RunStatus,
  type TryRequest,
} from "./runProtocol";
import { type TriedInstrument } from "./tryInstrument";

/** The agent refused or could not be reached; `message` is for the person. */
export class RigCallError extends Error {
  constructor(
    readonly code: "refused" | "unreachable",
    message: string,
    options?: ErrorOptions,
  ) {
    super(message, options);
    this.name = "RigCallError";
  }
}

/** Calls to the rig agent, from the web process. Each throws {RigCallError}. */
export function rigClient(url: string, token: string) {
  const call = async <T>(method: "GET" | "POST", path: string, body?: object): Promise<T> => {
    let response: Response;
    try {
      response = await fetch(new URL(path, url), {
        method,
        headers: { Authorization: `Bearer ${token}`, "Content-Type": "application/json" },
        body: body && JSON.stringify(body),
        cache: "no-store",
        signal: AbortSignal.timeout(4000),
      });
    } catch (error) {
      throw new RigCallError("unreachable", "The rig agent does not answer. Start it, then try again.", {
        cause: error,
      });
    }
    const answer = (await response.json()) as T & { message?: string };
    if (!response.ok) throw new RigCallError("refused", answer.message ?? `The rig agent answered ${response.status}.`);
    return answer;
  };
  return {
    status: () => call<RigStatus>("GET", "/status"),
    /** One reading of all that measures; nothing is driven. */
    readings: () => call<Readings>("GET", "/readings"),
    connect: (request: v.InferInput<typeof ConnectRequest>) => call<RigStatus>("POST", "/connect", request),
    try: (config: v.InferInput<typeof TryRequest>) => call<TriedInstrument>("POST", "/try", config),
    arm: (request: v.InferInput<typeof ArmRequest>) => call<RunStatus>("POST", "/arm", request),
    start: (runId: number, operatorToken: string) => call<RunStatus>("POST", "/start", { runId, operatorToken }),
    beat: (runId: number, operatorToken: string, since: number, pushed: readonly PushedReadings[] = []) =>
      call<BeatAnswer>("POST", "/beat", { runId, operatorToken, since, pushed }),
    /** @param operatorToken - Given by the page that armed the run, which is known by it; without it, anybody's stop. */
    stop: (runId: number, operatorToken?: string) => call<RunStatus>("POST", "/stop", { runId, operatorToken }),
  };
}

export type RigClient = ReturnType<typeof rigClient>;
