import { jobIdOf, orNotFound } from "@/app/jobNumberParam";
import { pageContext } from "@/server/verbs/currentPerson";
import { getProveBay } from "@/features/prove/getProveBay";
import { ProveBay } from "@/features/prove/ProveBay";

/** Prove: is it fixed? */
export default async function ProveBayPage({ params }: { params: Promise<{ number: string }> }) {
  const context = await pageContext();
  return <ProveBay {...await orNotFound(getProveBay(context, jobIdOf((await params).number)))} />;
}
