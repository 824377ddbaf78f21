import { chunkCount } from "@/core/flightlog/storage/packChannel";
import { type ActionFailure } from "@/shared/actionResult";
import { type FlightlogClient } from "@/workers/flightlog/flightlogClient";
import { type ReadLog } from "@/workers/flightlog/protocol";

/** A log could not be kept; `message` says why. */
export class SendError extends Error {}

interface Arrival {
  logId: number;
  arrived: { role: string; seq: number }[];
  isWhole: boolean;
}

/**
 * Sends a log that was read to the shop, stretch by stretch. What has arrived before is not sent again, so that a broken upload goes
 * on where it stopped.
 *
 * @param onProgress - Hears the share that has arrived.
 * @returns The log's id.
 * @throws {SendError}
 */
export async function sendLog(
  client: Pick<FlightlogClient, "packed">,
  { jobId, fileName, log }: { jobId: number; fileName: string; log: ReadLog },
  onProgress: (share: number) => void,
): Promise<number> {
  const { columns, rowCount, durationS, rateHz, byteCount, sha256, judgement } = log;
  const announced = {
    jobId,
    fileName,
    sha256,
    byteCount,
    rowCount,
    durationS,
    rateHz,
    columns,
    judgement: withoutNaN(judgement),
  };
  const { logId, arrived, isWhole } = await call<Arrival>("/api/logs", {
    method: "POST",
    body: JSON.stringify(announced),
  });
  if (isWhole) return logId;
  const known = new Set(arrived.map(({ role, seq }) => `${role} ${seq}`));
  const all = columns.flatMap(({ role }) => Array.from({ length: chunkCount(rowCount) }, (_, seq) => ({ role, seq })));
  let done = 0;
  for (const { role, seq } of all) {
    if (!known.has(`${role} ${seq}`)) {
      const { bytes, sha256: hash } = await client.packed(role, seq);
      await call(`/api/logs/${logId}/chunks?role=${role}&seq=${seq}`, {
        method: "PUT",
        body: bytes as Uint8Array<ArrayBuffer>,
        headers: { "Content-Type": "application/octet-stream", "X-Sha256": hash },
      });
    }
    onProgress(++done / all.length);
  }
  await call(`/api/logs/${logId}`, { method: "POST", body: JSON.stringify({ logId }) });
  return logId;
}

/** JSON has no word for what could not be computed but null. */
function withoutNaN<T>(value: T): unknown {
  return JSON.parse(JSON.stringify(value));
}

const TRIES = 3;

async function call<T>(url: string, { headers, ...init }: RequestInit): Promise<T> {
  for (let tried = 1; ; tried++) {
    const answer = await fetch(url, { ...init, headers: { "Content-Type": "application/json", ...headers } }).catch(
      () => null,
    );
    if (answer?.ok) return (await answer.json()) as T;
    const said = answer ? ((await answer.json().catch(() => null)) as ActionFailure | null) : null;
    const isPassing = answer === null || answer.status >= 500;
    if (!isPassing || tried === TRIES)
      throw new SendError(
        said?.message ?? "The shop did not answer. Give the file again: it goes on where it stopped.",
      );
  }
}
