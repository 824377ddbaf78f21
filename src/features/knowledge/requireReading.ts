import "server-only";
import { type Db } from "@/server/db";
import { AppError } from "@/server/errors";
import { getCurrentLibrary } from "./currentLibrary";

/** @throws {AppError} `invalid_input` unless the library in use has the reading. */
export async function requireReading(db: Db, readingId: string): Promise<void> {
  const { library } = await getCurrentLibrary(db);
  if (!library.readings.some(({ id }) => id === readingId)) {
    throw new AppError("invalid_input", `The library has no reading "${readingId}".`);
  }
}
