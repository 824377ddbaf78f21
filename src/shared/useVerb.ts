"use client";

import { useRouter } from "next/navigation";
import { useCallback, useRef, useState, useTransition } from "react";
import { type ActionFailure, type ActionResult } from "./actionResult";
import { unanswered } from "./unanswered";

/**
 * Runs a server action from a component: one at a time however often the button is pressed. The answer brings the page as it
 * is then along (see `runAction`).
 *
 * @returns `run`, whether it is at work (the new page included), the last failure, and `reload` to read the page again.
 */
export function useVerb<T>(action: (raw: unknown) => Promise<ActionResult<T>>) {
  const router = useRouter();
  const [isRunning, setRunning] = useState(false);
  const [isRefreshing, startRefresh] = useTransition();
  const [failure, setFailure] = useState<ActionFailure | null>(null);
  const busy = useRef(false);

  const run = useCallback(
    async (input: unknown, onDone?: (data: T) => void) => {
      if (busy.current) return;
      busy.current = true;
      setRunning(true);
      setFailure(null);
      try {
        const result = await action(input);
        if (result.ok) onDone?.(result.data);
        else setFailure(result);
      } catch (error) {
        setFailure(unanswered(error));
      } finally {
        busy.current = false;
        setRunning(false);
      }
    },
    [action],
  );
  const reload = useCallback(() => {
    setFailure(null);
    startRefresh(() => router.refresh());
  }, [router]);
  return { run, isBusy: isRunning || isRefreshing, failure, reload };
}
