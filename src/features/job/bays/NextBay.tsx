"use client";

import { Button } from "antd";
import { usePathname, useRouter } from "next/navigation";
import { FailureNotice } from "@/shared/FailureNotice";
import { useVerb } from "@/shared/useVerb";
import { useBayPath } from "./BayPath";
import { enterBayAction } from "./enterBay.action";

/** Takes the job on to a bay, and the page with it. */
export function NextBay({
  target,
  to,
  isPrimary = false,
}: {
  target: { jobId: number; version: number };
  to: string;
  isPrimary?: boolean;
}) {
  const name = useBayPath().find(({ id }) => id === to)?.name ?? to;
  const router = useRouter();
  const path = usePathname();
  const { run, isBusy, failure, reload } = useVerb(enterBayAction);
  return (
    <div className="stack">
      <Button
        block
        size="large"
        type={isPrimary ? "primary" : "default"}
        loading={isBusy}
        onClick={() => void run({ ...target, to }, () => router.push(path.replace(/[^/]+$/, to)))}
      >
        Go on to {name}
      </Button>
      <FailureNotice failure={failure} onReload={reload} />
    </div>
  );
}
