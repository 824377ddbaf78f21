import "server-only";
import { CRAFT_KIND_LIST, CRAFT_KINDS } from "@/core/craft/craftKinds";
import { getLearnedCauses, listCountedCases } from "@/features/faultLibrary/closedCaseRepository";
import { getCurrentLibrary } from "@/features/faultLibrary/currentLibrary";
import { listLinksTakenBack, listLooks } from "@/features/faultLibrary/linkRepository";
import { getWorkshop } from "@/features/faultLibrary/workshopRepository";
import { hasRole } from "@/server/person";
import { requireRole, type VerbContext } from "@/server/verbs/verbContext";
import { type LearnedPageProps } from "./LearnedPage";
import { linkLines, rateLines } from "./learnedViews";

/** What the shop learned, from which jobs, before and after. @throws {AppError} `forbidden` */
export async function getLearnedPage(context: VerbContext): Promise<LearnedPageProps> {
  requireRole(context, "viewer");
  const { pool } = context;
  const { library } = await getCurrentLibrary(pool);
  const cases = await listCountedCases(pool);
  const rates = await Promise.all(
    CRAFT_KIND_LIST.map(async (kind) => {
      const learned = await getLearnedCauses(pool, kind);
      const jobsOf = (faultId: string) =>
        cases
          .filter(({ craftKind, faultIds }) => craftKind === kind && faultIds.includes(faultId))
          .map(({ jobId }) => jobId);
      return { kind: CRAFT_KINDS[kind].name, jobs: learned.jobs, lines: rateLines(library, kind, learned, jobsOf) };
    }),
  );
  return {
    isLearning: (await getWorkshop(pool)).content.isLearning,
    rates: rates.filter(({ jobs }) => jobs > 0),
    ...linkLines(library, await listLooks(pool), await listLinksTakenBack(pool)),
    mayDecide: hasRole(context.person, "lead"),
  };
}
