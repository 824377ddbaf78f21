/** What a server action gives back: an expected failure is a value, never an exception. */
export type ActionResult<T> = { ok: true; data: T } | ActionFailure;

/** A failure with its sentence, and where the input was wrong, the sentence for each field. */
export interface ActionFailure {
  ok: false;
  code: string;
  message: string;
  fields?: Record<string, string>;
  /** After a conflict: what others did meanwhile, newest last. */
  changes?: readonly string[];
}
