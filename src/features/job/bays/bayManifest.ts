import { type Diagnosis } from "@/core/diagnosis/diagnoseCase";
import { type Library } from "@/core/diagnosis/library/library.types";
import { type Craft } from "@/features/craft/craft";
import { type EventKind, type JobEvent } from "../events/eventKind";
import { type JobFinding } from "../events/jobFinding";
import { type Job } from "../job";
import { type Proof } from "../proof";

/** All that is known of a job: what headlines and reports are made of. */
export interface JobFacts {
  job: Job;
  craft: Craft;
  /** Oldest first. */
  events: readonly JobEvent[];
  findings: readonly JobFinding[];
  /** In working order. */
  proofs: readonly Proof[];
  library: Library;
}

/** What the ticket says of a job, and what its technician shall do next. */
export interface Headline {
  headline: string;
  detail: string;
  nextStep: string;
  nextWorth: string;
}

/** A part of the report, in words and figures, before it becomes a page. */
export interface ReportSection {
  title: string;
  /** Running text; several stand as a list. */
  lines: readonly string[];
  /** What stands where there are no lines. */
  none?: string;
  /** A list even when there is one line only. */
  isList?: boolean;
  table?: { head: readonly string[]; rows: readonly (readonly string[])[] };
}

/** A key with what it does. */
export type KeyHelp = readonly [key: string, what: string];

/** A bay on the path, by its address and its name. */
export interface BayStop {
  id: string;
  name: string;
}

/**
 * What a bay tells the shop of itself; it stands in a file without server code, so that every process can read it. A new bay
 * is a folder with a manifest and a line in the registry.
 */
export interface BayManifest extends BayStop {
  /** Keys that work in it, for the list of keys. */
  keys: readonly KeyHelp[];
  /** Kinds of events that only this bay writes. What they tell the diagnosis stands with each kind. */
  events: readonly EventKind[];
  /** What the ticket says while the job is here. `diagnose` weighs the findings; it costs time, so only who needs it asks. */
  headline(facts: JobFacts, diagnose: () => Promise<Diagnosis>): Headline | Promise<Headline>;
  /** Its sections of the report, in the order in which they shall stand. */
  report?(facts: JobFacts): ReportSection[];
  /** True when something was done in it, so that leaving it punches it; absent: being there is enough. */
  isWorkedIn?(facts: Pick<JobFacts, "events" | "proofs">): boolean;
  /** A sentence why the job may not go here yet, or null. */
  closedBecause?(facts: Pick<JobFacts, "proofs">): string | null;
}

/** A place off the path that a job visits from any bay: it has events and a part of the report, and no job rests in it. */
export type RoomManifest = Pick<BayManifest, "id" | "name" | "keys" | "events" | "report">;
