import { type Metadata } from "next";
import { type ReactNode } from "react";
import { jobIdOf, orNotFound } from "@/app/jobNumberParam";
import { BayKeys } from "@/features/job/BayKeys";
import { getJobPage } from "@/features/job/getJobPage";
import { jobNumber } from "@/features/job/job";
import { JobHistory } from "@/features/job/JobHistory";
import { ticketOf } from "@/features/job/ticket";
import { PunchedTicket } from "@/features/job/PunchedTicket";
import { pageContext } from "@/server/verbs/currentPerson";
import { ControlsProvider } from "@/shared/theme/ControlsProvider";

interface Props {
  params: Promise<{ number: string }>;
  children: ReactNode;
}

export async function generateMetadata({ params }: Props): Promise<Metadata> {
  return { title: `Job ${(await params).number}` };
}

/** A job opens under its ticket; its history lies below the bay in hand. */
export default async function JobLayout({ params, children }: Props) {
  const jobId = jobIdOf((await params).number);
  const context = await pageContext();
  const { job, craft, events, library } = await orNotFound(getJobPage(context, jobId));
  return (
    <div className="stack">
      <PunchedTicket ticket={ticketOf(job, craft)} now={context.now} isOpen />
      <BayKeys number={jobNumber(job.id)} />
      <ControlsProvider>{children}</ControlsProvider>
      <JobHistory events={events} library={library} />
    </div>
  );
}
