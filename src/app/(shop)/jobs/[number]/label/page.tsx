import { headers } from "next/headers";
import { jobIdOf, orNotFound } from "@/app/jobNumberParam";
import { getJobPage } from "@/features/job/getJobPage";
import { JobLabel } from "@/features/job/tickets/JobLabel";
import { jobNumber } from "@/features/job/job";
import { labelQr } from "@/features/job/tickets/labelQr";
import { pageContext } from "@/server/verbs/currentPerson";

/** The label that goes on the craft's box: its QR code opens the job. */
export default async function LabelPage({ params }: { params: Promise<{ number: string }> }) {
  const context = await pageContext();
  const { job, craft } = await orNotFound(getJobPage(context, jobIdOf((await params).number)));
  const host = (await headers()).get("host") ?? "localhost";
  const address = `http://${host}/jobs/${jobNumber(job.id)}`;
  return <JobLabel job={job} craft={craft} address={address} qrSvg={await labelQr(address)} />;
}
