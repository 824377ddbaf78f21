/** What a failed connection means, for people. Codes: Node.js documentation, "Common system errors". */
const WORDS: Readonly<Record<string, string>> = {
  ECONNREFUSED: "nothing listens on that port; is it switched on, and is the port right?",
  ENOTFOUND: "no machine has that name",
  EAI_AGAIN: "the name could not be looked up",
  EHOSTUNREACH: "there is no way to that machine; is it on this network?",
  ENETUNREACH: "there is no way to that network",
  ETIMEDOUT: "no answer in time",
  ECONNRESET: "it hung up",
  EPIPE: "it hung up",
  EADDRNOTAVAIL: "that address cannot be reached from here",
};

/** The error of a socket in words; its own message where it has no code that is known. */
export function connectionWords(error: Error & { code?: string }): string {
  return (error.code && WORDS[error.code]) || error.message;
}
