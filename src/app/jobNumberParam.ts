import { notFound } from "next/navigation";
import { NotFoundError } from "@/server/errors";

/** The job's id from the address; the "no such page" page for anything that is no number. */
export function jobIdOf(number: string): number {
  if (!/^\d{1,9}$/.test(number)) notFound();
  return Number(number);
}

/** Waits for a verb; shows the "no such page" page when what it wants does not exist. */
export async function orNotFound<T>(work: Promise<T>): Promise<T> {
  try {
    return await work;
  } catch (error) {
    if (error instanceof NotFoundError) notFound();
    throw error;
  }
}
