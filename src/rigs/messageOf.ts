/** What went wrong, in words. */
export function messageOf(error: unknown): string {
  return error instanceof Error ? error.message.replace(/\.$/, "") : String(error);
}
