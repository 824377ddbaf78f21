import { jobIdOf, orNotFound } from "@/app/jobNumberParam";
import { pageContext } from "@/server/verbs/currentPerson";
import { getRefitBay } from "@/features/refit/getRefitBay";
import { RefitBay } from "@/features/refit/RefitBay";

/** Refit: the old part out, the new one in. */
export default async function RefitBayPage({ params }: { params: Promise<{ number: string }> }) {
  const context = await pageContext();
  const props = await orNotFound(getRefitBay(context, jobIdOf((await params).number)));
  return (
    <>
      <h1 className="visually-hidden">Refit</h1>
      <RefitBay key={props.target.version} {...props} />
    </>
  );
}
