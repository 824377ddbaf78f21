import "server-only";
import { statfs } from "node:fs/promises";
import { environment } from "./env";
import { AppError } from "./errors";

const MB = 1e6;
/** Looked at again after this long: asking the disk costs nothing next to a write, and a full one is made room on by hand. */
const LOOK_EVERY_MS = 2_000;
/** Said from here on: there is still time to make room. */
const LOW_SHARE = 0.1;
const LOW_BYTES = 10e9;
const LOW_IN_ANY_CASE = 1e9;

/** How much room the shop's disk has. */
export interface DiskRoom {
  freeBytes: number;
  share: number;
  /** It should be made room on soon. */
  isLow: boolean;
  /** Nothing new is stored, so that the database does not run into the end of the disk and stop. */
  isFull: boolean;
}

/** @param leastBytes - Below this nothing new is stored. */
export function roomOf(freeBytes: number, wholeBytes: number, leastBytes: number): DiskRoom {
  const share = wholeBytes > 0 ? freeBytes / wholeBytes : 1;
  return {
    freeBytes,
    share,
    isLow: freeBytes < LOW_IN_ANY_CASE || (share < LOW_SHARE && freeBytes < LOW_BYTES),
    isFull: freeBytes < leastBytes,
  };
}

let known: { atMs: number; room: DiskRoom | null } | null = null;

/** The room on the disk with the shop's data; null where the database is kept elsewhere, or nobody can tell. */
export async function diskRoom(): Promise<DiskRoom | null> {
  const { PITSTOPA_FOLDER, PITSTOPA_LEAST_FREE_MB } = environment();
  if (PITSTOPA_FOLDER === "") return null;
  if (known && performance.now() - known.atMs < LOOK_EVERY_MS) return known.room;
  const room = await statfs(PITSTOPA_FOLDER).then(
    ({ bavail, blocks, bsize }) => roomOf(bavail * bsize, blocks * bsize, PITSTOPA_LEAST_FREE_MB * MB),
    () => null,
  );
  known = { atMs: performance.now(), room };
  return room;
}

/** @throws {AppError} `disk_full` with what is left. */
export async function requireRoom(): Promise<void> {
  const room = await diskRoom();
  if (room?.isFull)
    throw new AppError("disk_full", `${fullText(room)} Nothing was stored; what you typed is kept here.`);
}

/** What everybody is told of a full disk. */
export function fullText({ freeBytes }: DiskRoom): string {
  return `The shop's disk is full: ${Math.round(freeBytes / MB)} MB left. Somebody must make room on it; then all goes on.`;
}
