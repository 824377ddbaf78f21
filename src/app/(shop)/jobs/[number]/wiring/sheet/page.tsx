import { jobIdOf, orNotFound } from "@/app/jobNumberParam";
import { getWiringRoom } from "@/features/wiring/getWiringRoom";
import { WiringSheet } from "@/features/wiring/plan/WiringSheet";
import { pageContext } from "@/server/verbs/currentPerson";

/** The wiring on one sheet of paper. */
export default async function WiringSheetPage({ params }: { params: Promise<{ number: string }> }) {
  const context = await pageContext();
  const { number } = await params;
  const { wiring, answer, craftName } = await orNotFound(getWiringRoom(context, jobIdOf(number)));
  return <WiringSheet wiring={wiring} answer={answer} craftName={craftName} jobName={number} />;
}
