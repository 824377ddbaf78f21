import "server-only";
import { getJobPage } from "@/features/job/getJobPage";
import { evidenceGiven } from "@/features/job/events/jobEvents";
import { jobNumber } from "@/features/job/job";
import { formatDate } from "@/shared/format";
import { hasRole } from "@/server/person";
import { requireRole, type VerbContext } from "@/server/verbs/verbContext";
import { type Judgement, type LogColumn, type Look } from "./flightlog.schema";
import { logNoted } from "./flightlog.manifest";
import { listFlightLogs, listLogsOfCraft } from "./flightLogRepository";

/** A log as the page shows it. */
export interface ShownLog {
  id: number;
  fileName: string;
  rowCount: number;
  durationS: number;
  rateHz: number;
  columns: LogColumn[];
  judgement: Judgement;
  look: Look | null;
  addedAt: Date;
  personName: string;
  notes: { atS: number; note: string; personName: string }[];
  /** True when something of it was handed to Isolate. */
  isHandedOver: boolean;
}

/** Another flight of this craft that one can be held against. */
export interface OtherFlight {
  id: number;
  label: string;
  figures: NonNullable<Judgement["figures"]>;
}

export interface LogLabData {
  target: { jobId: number; version: number };
  mayEdit: boolean;
  logs: ShownLog[];
  /** Flights of this craft, of this job and others, newest first. */
  flights: OtherFlight[];
}

/** A job in the log lab. @throws {NotFoundError}, {AppError} `forbidden` */
export async function getLogLab(context: VerbContext, jobId: number): Promise<LogLabData> {
  requireRole(context, "viewer");
  const [{ job, events, craft }, logs] = await Promise.all([
    getJobPage(context, jobId),
    listFlightLogs(context.pool, jobId),
  ]);
  const flights = await listLogsOfCraft(context.pool, craft.id);
  const remarks = logNoted.in(events);
  const sources = new Set(evidenceGiven.in(events).map(({ payload }) => payload.source));
  return {
    target: { jobId: job.id, version: job.version },
    flights: flights.flatMap(({ id, jobId: of, fileName, judgement: { figures }, addedAt }) =>
      figures ? [{ id, label: `${fileName}, job ${jobNumber(of)}, ${formatDate(addedAt)}`, figures }] : [],
    ),
    mayEdit: !job.closedAt && hasRole(context.person, "technician"),
    logs: logs.map(({ id, fileName, rowCount, durationS, rateHz, columns, judgement, look, addedAt, personName }) => ({
      id,
      fileName,
      rowCount,
      durationS,
      rateHz,
      columns,
      judgement,
      look,
      addedAt,
      personName,
      notes: remarks
        .filter(({ payload }) => payload.logId === id)
        .map(({ payload, personName: by }) => ({ atS: payload.atS, note: payload.note, personName: by })),
      isHandedOver: sources.has(`flight log ${fileName}`),
    })),
  };
}
