import { NotFoundError } from "@/server/errors";

/**
 * A number that an address names.
 *
 * @param what - What there is none of: "Job 00x".
 * @throws {NotFoundError} For anything else than one to nine figures.
 */
export function numberInPath(text: string, what: string): number {
  if (!/^\d{1,9}$/.test(text)) throw new NotFoundError(what);
  return Number(text);
}
