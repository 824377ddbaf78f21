import { jobIdOf, orNotFound } from "@/app/jobNumberParam";
import { getIsolateBay } from "@/features/isolate/getIsolateBay";
import { IsolateBay } from "@/features/isolate/IsolateBay";
import { pageContext } from "@/server/verbs/currentPerson";

/** Isolate: which part is it? */
export default async function IsolateBayPage({ params }: { params: Promise<{ number: string }> }) {
  const context = await pageContext();
  return <IsolateBay {...await orNotFound(getIsolateBay(context, jobIdOf((await params).number)))} />;
}
