import { CRAFT_KINDS } from "@/core/craft/craftKinds";
import { type Shape } from "@/core/craft/spots";
import { causesOf, placesOf, standingCauses } from "@/features/job/causes/causesOf";
import { type JobFacts, type ReportSection } from "@/features/job/bays/bayManifest";
import { reportSections } from "@/features/job/bays/bayRegistry";
import { type WorkshopContent } from "@/features/faultLibrary/workshop.schema";
import { jobNumber } from "@/features/job/job";
import { formatDate } from "@/shared/format";
import { handedBack, unrepairedOf } from "./handback.manifest";

/** What the report says, in words and figures, before it becomes a page. */
export interface Report {
  number: string;
  craft: string;
  received: string;
  handedBack: string;
  /** Whose report it is; empty for a shop without a name. */
  shopName: string;
  paper: WorkshopContent["paper"];
  /** Of each bay in the order of the path. */
  sections: ReportSection[];
  /** The craft to be drawn, with where its causes were. */
  drawing: { shape: Shape; places: string[] };
}

/** Gathers a job's report: each bay tells its own part. */
export function reportOf(facts: JobFacts, { shopName, paper }: Pick<WorkshopContent, "shopName" | "paper">): Report {
  const { job, craft, events } = facts;
  return {
    number: jobNumber(job.id),
    craft: `${craft.name}, ${CRAFT_KINDS[craft.kind].name.toLowerCase()} ${craft.frameClass}, tail number ${craft.tailNumber}, ${craft.massG} g`,
    received: formatDate(job.receivedAt),
    handedBack: job.closedAt
      ? `${formatDate(job.closedAt)} to ${handedBack.last(events)?.payload.to ?? ""}${unrepairedOf(events) === null ? "" : ", UNREPAIRED"}`
      : "not yet",
    shopName,
    paper,
    drawing: {
      shape: { kind: craft.kind, motorCount: craft.motorCount },
      places: standingCauses(causesOf(facts)).flatMap(placesOf),
    },
    sections: reportSections(facts),
  };
}
