import "server-only";
import { changeJob } from "@/features/job/changeJob";
import { findPerson } from "@/server/verbs/findPerson";
import { requireRole, type VerbContext } from "@/server/verbs/verbContext";
import { AppError } from "@/server/errors";
import { detailsChanged } from "./receive.manifest";
import { type ChangeDetailsInput } from "./changeDetails.schema";

/**
 * Corrects a job's details. Only fields that differ are written, each with what it was.
 *
 * @throws {AppError} `forbidden`, `invalid_input` for an unknown technician; {ConflictError}; {NotFoundError}
 */
export async function changeDetails(context: VerbContext, input: ChangeDetailsInput): Promise<null> {
  requireRole(context, "technician");
  return changeJob(context, input, async (db, job) => {
    const technician = input.technicianId === null ? null : await findPerson(db, input.technicianId);
    if (input.technicianId !== null && !technician)
      throw new AppError("invalid_input", "That technician does not exist.");
    const fields: [string, string, string][] = [
      ["complaint", job.complaint, input.complaint],
      ["last change", job.lastChange, input.lastChange],
      ["waiting for", job.waitingFor, input.waitingFor],
      ["promised for", job.promisedOn ?? "", input.promisedOn ?? ""],
      ["priority", job.isUrgent ? "urgent" : "usual", input.isUrgent ? "urgent" : "usual"],
      ["technician", job.technicianName ?? "", technician?.displayName ?? ""],
    ];
    const changed = Object.fromEntries(
      fields.filter(([, from, to]) => from !== to).map(([name, from, to]) => [name, { from, to }]),
    );
    return {
      events: Object.keys(changed).length > 0 ? [detailsChanged.of({ changed })] : [],
      patch: {
        complaint: input.complaint,
        lastChange: input.lastChange,
        waitingFor: input.waitingFor,
        technicianId: input.technicianId,
        promisedOn: input.promisedOn,
        isUrgent: input.isUrgent,
      },
      result: null,
    };
  });
}
