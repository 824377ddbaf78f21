import "server-only";
import { type Db } from "@/server/db";
import { AppError } from "@/server/errors";
import { getCurrentLibrary } from "./currentLibrary";

/** @throws {AppError} `invalid_input` unless the library in use has the symptom. */
export async function requireSymptom(db: Db, symptomId: string): Promise<void> {
  const { library } = await getCurrentLibrary(db);
  if (!library.symptoms.some(({ id }) => id === symptomId)) {
    throw new AppError("invalid_input", `The library has no symptom "${symptomId}".`);
  }
}
