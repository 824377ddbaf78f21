import { jobIdOf, orNotFound } from "@/app/jobNumberParam";
import { getLogLab } from "@/features/flightlog/getLogLab";
import { LogLab } from "@/features/flightlog/LogLab";
import { pageContext } from "@/server/verbs/currentPerson";

/** Log lab: what a flight log says. */
export default async function LogLabPage({ params }: { params: Promise<{ number: string }> }) {
  const context = await pageContext();
  return (
    <>
      <h1 className="visually-hidden">Log lab</h1>
      <LogLab {...await orNotFound(getLogLab(context, jobIdOf((await params).number)))} />
    </>
  );
}
