import "server-only";
import { type Pool } from "mysql2/promise";
import { log } from "@/server/log";
import { findBay } from "../bays/bayRegistry";
import { type Headline } from "../bays/bayManifest";
import { listStaleHeadlines, saveHeadline } from "../jobRepository";
import { diagnoseJob } from "./diagnoseJob";
import { loadJobFacts } from "./jobFacts";

/**
 * What the ticket says of a job follows from its events: this works it out anew and writes it beside the job, so that the board
 * computes nothing. Call it after the commit, never inside a transaction: a diagnosis may take its time.
 *
 * @throws {NotFoundError}
 */
export async function projectHeadline(pool: Pool, jobId: number): Promise<Headline> {
  const facts = await loadJobFacts(pool, jobId);
  const bay = findBay(facts.job.bay);
  const headline = bay
    ? await bay.headline(facts, () => diagnoseJob(pool, facts))
    : { headline: "In a bay that is no longer there", detail: "", nextStep: "Take it to another bay", nextWorth: "" };
  await saveHeadline(pool, jobId, headline, facts.events.length);
  return headline;
}

/** The same after a verb: the verb is done, so a headline that cannot be made is logged and made up for later. */
export async function projectHeadlineAfter(pool: Pool, jobId: number): Promise<void> {
  try {
    await projectHeadline(pool, jobId);
  } catch (error) {
    log.error({ err: error, jobId }, "headline not projected; pitstopa rebuild-headlines makes up for it");
  }
}

/**
 * Makes the headlines anew.
 *
 * @param which - "all", or only the "stale" ones, whose job has had events since.
 * @returns How many were made.
 */
export async function rebuildHeadlines(pool: Pool, which: "all" | "stale"): Promise<number> {
  let after = 0;
  let made = 0;
  for (;;) {
    const ids = await listStaleHeadlines(pool, which, after);
    if (ids.length === 0) return made;
    for (const id of ids) await projectHeadline(pool, id);
    made += ids.length;
    after = ids.at(-1)!;
  }
}
