import "server-only";
import * as v from "valibot";

const Environment = v.object({
  DATABASE_URL: v.pipe(v.string(), v.startsWith("mysql://", "DATABASE_URL must begin with mysql://")),
  SESSION_SECRET: v.pipe(v.string(), v.minLength(32, "SESSION_SECRET needs at least 32 characters")),
  RIG_URL: v.optional(v.pipe(v.string(), v.url()), "http://127.0.0.1:4610"),
  RIG_TOKEN: v.optional(v.string(), ""),
  /** Set when browsers reach the shop by TLS. */
  PITSTOPA_TLS: v.optional(v.string(), ""),
  /** Where the shop's data lie; empty where the database is kept elsewhere. */
  PITSTOPA_FOLDER: v.optional(v.string(), ""),
  /** Below this much room on the disk nothing new is stored. */
  PITSTOPA_LEAST_FREE_MB: v.optional(v.pipe(v.string(), v.transform(Number), v.number(), v.minValue(0)), "300"),
  /** Opens the page that makes the first lead; empty closes it. */
  FIRST_LEAD_KEY: v.optional(v.string(), ""),
  PITSTOPA_DEMO: v.optional(v.string(), ""),
});

/** What the process was started with. */
export type Environment = v.InferOutput<typeof Environment>;

let known: Environment | undefined;

/**
 * Reads and checks the environment once.
 *
 * @throws {Error} naming each variable that is missing or wrong.
 */
export function environment(): Environment {
  if (known) return known;
  const parsed = v.safeParse(Environment, process.env);
  if (!parsed.success) {
    throw new Error(
      `Environment: ${parsed.issues.map((issue) => `${v.getDotPath(issue)}: ${issue.message}`).join("; ")}`,
    );
  }
  known = parsed.output;
  return known;
}
