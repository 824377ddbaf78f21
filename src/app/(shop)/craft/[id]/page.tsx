import { jobIdOf, orNotFound } from "@/app/jobNumberParam";
import { CraftFile } from "@/features/craft/CraftFile";
import { getCraftFile } from "@/features/craft/getCraftFile";
import { getVisits } from "@/features/job/tickets/getVisits";
import { Visits } from "@/features/job/tickets/Visits";
import { ControlsProvider } from "@/shared/theme/ControlsProvider";
import { pageContext } from "@/server/verbs/currentPerson";

/** A craft's file: its sheet, its parts and its visits. */
export default async function CraftPage({ params }: { params: Promise<{ id: string }> }) {
  const context = await pageContext();
  const craftId = jobIdOf((await params).id);
  const file = await orNotFound(getCraftFile(context, craftId));
  return (
    <div className="stack">
      <ControlsProvider>
        <CraftFile {...file} />
      </ControlsProvider>
      <Visits tickets={await getVisits(context, file.craft)} now={context.now} />
    </div>
  );
}
