/** What went wrong, in words. */
export function messageOf(error: unknown): string {
  return error instanceof Error ? error.message.replace(/\.$/, "") : String(error);
}

function waitUntil(atMs: number): Promise<void> {
  return new Promise((resolve) => setTimeout(resolve, Math.max(0, atMs - performance.now())));
}
