import { type Metadata } from "next";
import { type ReactNode } from "react";
import { jobIdOf, orNotFound } from "@/app/jobNumberParam";
import { BayPathProvider } from "@/features/job/bays/BayPath";
import { bayPath, closedBays, roomStops } from "@/features/job/bays/bayRegistry";
import { BayNotice } from "@/features/job/bays/BayNotice";
import { RoomLinks } from "@/features/job/bays/RoomLinks";
import { BayKeys } from "@/features/job/bays/BayKeys";
import { CraftShapeProvider } from "@/features/craft/drawing/CraftShape";
import { getJobPage } from "@/features/job/getJobPage";
import { jobNumber } from "@/features/job/job";
import { JobHistory } from "@/features/job/events/JobHistory";
import { ReportPicturesProvider } from "@/features/job/pictures/ReportPicturesProvider";
import { ticketOf } from "@/features/job/tickets/ticket";
import { PunchedTicket } from "@/features/job/tickets/PunchedTicket";
import { hasRole } from "@/server/person";
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
  const { job, craft, events, proofs, library } = await orNotFound(getJobPage(context, jobId));
  return (
    <div className="stack">
      <PunchedTicket ticket={ticketOf(job, craft)} now={context.now} isOpen />
      <BayPathProvider path={bayPath()}>
        <BayKeys number={jobNumber(job.id)} rooms={roomStops()} />
        <RoomLinks number={jobNumber(job.id)} rooms={roomStops()} firstKey={bayPath().length + 1} />
        <CraftShapeProvider kind={craft.kind} motorCount={craft.motorCount}>
          <ControlsProvider>
            {!job.closedAt && (
              <BayNotice
                target={{ jobId: job.id, version: job.version }}
                number={jobNumber(job.id)}
                bay={job.bay}
                closed={closedBays({ proofs })}
                mayEdit={hasRole(context.person, "technician")}
              />
            )}
            <ReportPicturesProvider
              number={jobNumber(job.id)}
              mayEdit={!job.closedAt && hasRole(context.person, "technician")}
            >
              {children}
            </ReportPicturesProvider>
          </ControlsProvider>
        </CraftShapeProvider>
      </BayPathProvider>
      <JobHistory events={events} library={library} />
    </div>
  );
}
