import "server-only";
import { hash, verify } from "@node-rs/argon2";
import PQueue from "p-queue";
import { AppError } from "@/server/errors";

/** One hash at a time: a burst of sign-ins must not take the processor from a running test. */
const queue = new PQueue({ concurrency: 1 });
/** What one hash takes, roughly; a longer line than this many is told how long it would wait. */
const USUAL_MS = 60;
const LONGEST_LINE = 150;

/** Hashes a password with argon2id at the package's defaults (OWASP's minimum: 19 MiB, two passes). @throws {AppError} `busy` */
export function hashPassword(password: string): Promise<string> {
  return inLine(() => hash(password));
}

/** True when the password is the one that was hashed. @throws {AppError} `busy` */
export function isPassword(passwordHash: string, password: string): Promise<boolean> {
  return inLine(() => verify(passwordHash, password));
}

async function inLine<T>(work: () => Promise<T>): Promise<T> {
  if (queue.size >= LONGEST_LINE) {
    const waitS = Math.ceil((queue.size * USUAL_MS) / 1000);
    throw new AppError("busy", `Many people sign in at once: about ${waitS} s. Try again then.`);
  }
  return queue.add(work);
}
