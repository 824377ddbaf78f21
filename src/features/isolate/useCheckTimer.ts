import { useEffect, useState } from "react";

/** A stopwatch for the check in hand: started by hand, so that symptom the steps does not count. */
export function useCheckTimer() {
  const [startedAt, setStartedAt] = useState<number | null>(null);
  const [elapsedMs, setElapsedMs] = useState(0);
  useEffect(() => {
    if (startedAt === null) return;
    const tick = setInterval(() => setElapsedMs(Date.now() - startedAt), 500);
    return () => clearInterval(tick);
  }, [startedAt]);
  return {
    isRunning: startedAt !== null,
    elapsedS: Math.floor(elapsedMs / 1000),
    /** Minutes taken, or null when it was never started. */
    minutes: elapsedMs > 0 ? Math.round((elapsedMs / 60_000) * 10) / 10 : null,
    toggle: () => {
      if (startedAt === null) setStartedAt(Date.now() - elapsedMs);
      else {
        setElapsedMs(Date.now() - startedAt);
        setStartedAt(null);
      }
    },
  };
}
