import { jobIdOf, orNotFound } from "@/app/jobNumberParam";
import { pageContext } from "@/server/verbs/currentPerson";
import { getReceiveBay } from "@/features/receive/getReceiveBay";
import { ReceiveBay } from "@/features/receive/ReceiveBay";

/** Receive: a job's intake. */
export default async function ReceiveBayPage({ params }: { params: Promise<{ number: string }> }) {
  const context = await pageContext();
  return (
    <>
      <h1 className="visually-hidden">Receive</h1>
      <ReceiveBay {...await orNotFound(getReceiveBay(context, jobIdOf((await params).number)))} />
    </>
  );
}
