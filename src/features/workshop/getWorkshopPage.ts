import "server-only";
import { type Check } from "@/core/diagnosis/library/library.types";
import { TOOLS } from "@/core/diagnosis/library/tools";
import { CRAFT_KIND_LIST, CRAFT_KINDS } from "@/core/craft/craftKinds";
import { PART_KIND_LIST } from "@/core/craft/partKinds";
import { getLearnedCauses } from "@/features/faultLibrary/closedCaseRepository";
import { getCurrentLibrary } from "@/features/faultLibrary/currentLibrary";
import { getWorkshop } from "@/features/faultLibrary/workshopRepository";
import { listKindsOnHand } from "@/features/stock/stockRepository";
import { hasRole } from "@/server/person";
import { requireRole, type VerbContext } from "@/server/verbs/verbContext";
import { type WorkshopPageProps } from "./workshopValues";

/** What the shop has, with how many checks hang on each thing, and how many closed jobs it learns from. @throws {AppError} `forbidden` */
export async function getWorkshopPage(context: VerbContext): Promise<WorkshopPageProps> {
  requireRole(context, "viewer");
  const { content, version } = await getWorkshop(context.pool);
  const { library } = await getCurrentLibrary(context.pool);
  const count = (needs: (check: Check) => boolean) => library.checks.filter(needs).length;
  const learned = await Promise.all(
    CRAFT_KIND_LIST.map(async (kind) => ({
      kind: CRAFT_KINDS[kind].name,
      jobs: (await getLearnedCauses(context.pool, kind)).jobs,
    })),
  );
  return {
    content,
    version,
    checksByTool: Object.fromEntries(TOOLS.map((tool) => [tool, count(({ needs }) => needs.includes(tool))])),
    checksBySpare: Object.fromEntries(PART_KIND_LIST.map((kind) => [kind, count(({ spare }) => spare === kind)])),
    onShelves: await listKindsOnHand(context.pool, null),
    learned: learned.filter(({ jobs }) => jobs > 0),
    mayEdit: hasRole(context.person, "lead"),
  };
}
