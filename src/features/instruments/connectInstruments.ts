/** Asks the rig to connect the shop's instruments. @returns What went wrong, in words; null when it was done. */
export async function connectInstruments(): Promise<string | null> {
  try {
    const response = await fetch("/api/rig/connect", {
      method: "POST",
      headers: { "Content-Type": "application/json" },
      body: JSON.stringify({ pushed: [] }),
    });
    const answer = (await response.json()) as { message?: string };
    return response.ok ? null : (answer.message ?? "The rig did not answer.");
  } catch {
    return "The server did not answer. Try again in a moment.";
  }
}
