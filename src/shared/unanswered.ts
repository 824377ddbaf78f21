import { type ActionFailure } from "./actionResult";

/** The name of the error with which Next.js answers for an action that this build does not have. */
const NOT_OF_THIS_BUILD = "UnrecognizedActionError";

/**
 * What is said where a server action gave no answer: the server is away, or it was renewed since the page was opened and no
 * longer knows what the page asks of it, so that trying again cannot help.
 */
export function unanswered(error: unknown): ActionFailure {
  return error instanceof Error && error.name === NOT_OF_THIS_BUILD
    ? {
        ok: false,
        code: "renewed",
        message:
          "Pitstopa was renewed since this page was opened, and cannot take it in. Copy what you typed, then load the page again.",
      }
    : { ok: false, code: "unreachable", message: "The server did not answer. What you typed is kept; try again." };
}
