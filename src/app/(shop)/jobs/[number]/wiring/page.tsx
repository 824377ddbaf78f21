import { jobIdOf, orNotFound } from "@/app/jobNumberParam";
import { getWiringRoom } from "@/features/wiring/getWiringRoom";
import { WiringRoom } from "@/features/wiring/WiringRoom";
import { pageContext } from "@/server/verbs/currentPerson";

/** Wiring: which wire goes where on a new board, and its first power. */
export default async function WiringPage({ params }: { params: Promise<{ number: string }> }) {
  const context = await pageContext();
  return (
    <>
      <h1 className="visually-hidden">Wiring</h1>
      <WiringRoom {...await orNotFound(getWiringRoom(context, jobIdOf((await params).number)))} />
    </>
  );
}
