"use client";

import { TroublePage } from "@/shared/TroublePage";

/** What a page shows when it could not be made. */
export default function ErrorPage({ error, reset }: { error: Error & { digest?: string }; reset: () => void }) {
  return <TroublePage digest={error.digest} onRetry={reset} />;
}
