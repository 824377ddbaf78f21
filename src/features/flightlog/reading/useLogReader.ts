"use client";

import { useRouter } from "next/navigation";
import { startTransition, useCallback, useEffect, useRef, useState } from "react";
import { type FlightlogClient } from "@/workers/flightlog/flightlogClient";
import { type ReadLog, type ReadOptions } from "@/workers/flightlog/protocol";
import { sendLog, SendError } from "./sendLog";

/** Where a file stands on its way. */
export type Reading =
  | { step: "none" }
  | { step: "reading"; fileName: string; share: number; leftS: number | null }
  | { step: "read"; fileName: string; log: ReadLog }
  | { step: "keeping"; fileName: string; log: ReadLog; share: number }
  | { step: "failed"; fileName: string; message: string; log?: ReadLog };

/**
 * Reads a log in the worker and sends it to the shop.
 *
 * @param client - The worker; `renew` gives a new one after it was stopped.
 * @param onKept - Hears the id that the shop gave it.
 */
export function useLogReader(
  client: () => FlightlogClient,
  renew: () => void,
  jobId: number,
  onKept: (logId: number) => void,
) {
  const router = useRouter();
  const [reading, setReading] = useState<Reading>({ step: "none" });
  const file = useRef<File | null>(null);
  const turn = useRef(0);

  const read = useCallback(
    async (given: File, options: ReadOptions): Promise<ReadLog | null> => {
      file.current = given;
      const own = ++turn.current;
      const { name: fileName, size } = given;
      const begun = performance.now();
      setReading({ step: "reading", fileName, share: 0, leftS: null });
      const answer = await client().read(given, options, (bytes) => {
        if (turn.current !== own) return;
        const spentS = (performance.now() - begun) / 1000;
        const leftS = spentS > 1 ? (spentS * (size - bytes)) / bytes : null;
        setReading({ step: "reading", fileName, share: bytes / size, leftS });
      });
      if (turn.current !== own) return null;
      // A whole desk comes with it, which need not stand at one go: the page stays awake.
      startTransition(() =>
        setReading(
          answer.ok
            ? { step: "read", fileName, log: answer.value }
            : { step: "failed", fileName, message: answer.message },
        ),
      );
      return answer.ok ? answer.value : null;
    },
    [client],
  );

  const again = useCallback(
    (options: ReadOptions) => (file.current ? read(file.current, options) : Promise.resolve(null)),
    [read],
  );

  const stop = useCallback(() => {
    turn.current++;
    renew();
    setReading({ step: "none" });
  }, [renew]);

  const keep = useCallback(async () => {
    if (reading.step !== "read" && !(reading.step === "failed" && reading.log)) return;
    const { fileName } = reading;
    const log = reading.log!;
    const own = turn.current;
    setReading({ step: "keeping", fileName, log, share: 0 });
    try {
      const logId = await sendLog(client(), { jobId, fileName, log }, (share) => {
        if (turn.current === own) setReading({ step: "keeping", fileName, log, share });
      });
      setReading({ step: "none" });
      onKept(logId);
      router.refresh();
    } catch (error) {
      if (!(error instanceof SendError)) throw error;
      setReading({ step: "failed", fileName, message: error.message, log });
    }
  }, [reading, client, jobId, onKept, router]);

  useEffect(
    () => () => {
      turn.current++;
    },
    [],
  );
  return { reading, read, again, stop, keep, discard: () => setReading({ step: "none" }) };
}
