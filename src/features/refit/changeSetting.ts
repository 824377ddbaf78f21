import "server-only";
import { askProofs } from "@/features/job/askProofs";
import { changeJob } from "@/features/job/changeJob";
import { settingChanged } from "@/features/job/events/jobEvents";
import { craftFacts } from "@/features/craft/craftFacts";
import { getCraft } from "@/features/craft/craftRepository";
import { requireRole, type VerbContext } from "@/server/verbs/verbContext";
import { outdatedSeqs } from "./outdatedSeqs";
import { type ChangeSettingInput } from "./refit.schema";

/**
 * Records a repair without a new part and asks for the proofs it needs.
 *
 * @throws {AppError} `forbidden`; {ConflictError}; {NotFoundError}
 */
export async function changeSetting(context: VerbContext, input: ChangeSettingInput): Promise<null> {
  requireRole(context, "technician");
  const { what, before, after, mended, place, costCents = null, minutes = null } = input;
  return changeJob(context, input, async (db, job) => {
    const craft = await getCraft(db, job.craftId);
    const asked = await askProofs(db, job, await craftFacts(db, craft), { replaced: [], mended: [mended] }, what);
    const outdated = await outdatedSeqs(db, job, [], place);
    const mend = settingChanged.of({ what, before, after, mended, place, costCents, minutes, outdated });
    return { events: [mend, asked], result: null };
  });
}
