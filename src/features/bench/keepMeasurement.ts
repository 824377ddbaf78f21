import "server-only";
import { changeJob } from "@/features/job/changeJob";
import { type NewJobEvent } from "@/features/job/jobEvent.schema";
import { refreshedHeadline } from "@/features/job/refreshedHeadline";
import { requireRole, type VerbContext } from "@/features/people/verbContext";
import { AppError } from "@/server/errors";
import { type KeepMeasurementInput } from "./keepMeasurement.schema";
import { figureText, MEASUREMENT_NAMES, measureText } from "./measureText";

/**
 * Keeps a table of readings on its job: the verdict with its figures, and what it proves as evidence for Isolate. It is
 * judged again here: what the page showed is not taken on trust.
 *
 * @throws {AppError} `forbidden`, or `invalid_input` for a table that cannot be judged; {ConflictError}; {NotFoundError}.
 */
export async function keepMeasurement(context: VerbContext, input: KeepMeasurementInput): Promise<null> {
  requireRole(context, "technician");
  const { kind, text, ...options } = input;
  const result = measureText(text, kind, options);
  if (!result.ok) throw new AppError("invalid_input", result.problem);
  const { word, reasons, figures, evidence } = result.measured;
  const title = MEASUREMENT_NAMES[kind];
  return changeJob(context, input, async (db, job) => {
    const kept: NewJobEvent = {
      kind: "measurement_kept",
      payload: {
        title,
        word,
        reasons: reasons.slice(0, 12),
        figures: figures.slice(0, 60).map((figure) => ({ label: figure.label, text: figureText(figure) })),
      },
    };
    const given: NewJobEvent[] =
      Object.keys(evidence).length === 0 || word === "cannot say"
        ? []
        : [
            {
              kind: "evidence_given",
              payload: { readings: { ...evidence }, source: `bench, ${title.toLowerCase()}`, note: reasons[0] ?? "" },
            },
          ];
    const events = [kept, ...given];
    return { events, patch: await refreshedHeadline(db, job, events), result: null };
  });
}
