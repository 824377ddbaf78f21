/** What stands before the roles of a log that is drawn beside the one in hand. */
const BESIDE = "beside/";

/** A role, or a lane, of the log beside. */
export function besideName(name: string): string {
  return `${BESIDE}${name}`;
}

/** Whose a role or a lane is, and its name there. */
export function whose(name: string): { isBeside: boolean; own: string } {
  return name.startsWith(BESIDE) ? { isBeside: true, own: name.slice(BESIDE.length) } : { isBeside: false, own: name };
}
