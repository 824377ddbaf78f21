"use client";

import { TroublePage } from "@/shared/TroublePage";

/** What this section shows when its page could not be made; the way round it stays. */
export default function SectionError({ error, reset }: { error: Error & { digest?: string }; reset: () => void }) {
  return <TroublePage digest={error.digest} onRetry={reset} />;
}
