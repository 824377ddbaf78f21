import { jobIdOf, orNotFound } from "@/app/jobNumberParam";
import { getHandbackBay } from "@/features/handback/getHandbackBay";
import { HandbackBay } from "@/features/handback/HandbackBay";
import { pageContext } from "@/server/verbs/currentPerson";

/** Hand back: the report, and the end of the job. */
export default async function HandbackBayPage({ params }: { params: Promise<{ number: string }> }) {
  const context = await pageContext();
  return (
    <>
      <h1 className="visually-hidden">Hand back</h1>
      <HandbackBay {...await orNotFound(getHandbackBay(context, jobIdOf((await params).number)))} />
    </>
  );
}
