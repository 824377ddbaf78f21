import { redirect } from "next/navigation";
import { jobIdOf, orNotFound } from "@/app/jobNumberParam";
import { getJobPage } from "@/features/job/getJobPage";
import { jobNumber } from "@/features/job/job";
import { pageContext } from "@/server/verbs/currentPerson";

/** A job without a bay in the address opens in the bay it is in. */
export default async function JobPage({ params }: { params: Promise<{ number: string }> }) {
  const { job } = await orNotFound(getJobPage(await pageContext(), jobIdOf((await params).number)));
  redirect(`/jobs/${jobNumber(job.id)}/${job.bay}`);
}
