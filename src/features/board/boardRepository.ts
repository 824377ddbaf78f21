import "server-only";
import { type RowDataPacket } from "mysql2/promise";
import { type CraftKind } from "@/core/craft/craftKinds";
import { type Ticket } from "@/features/job/tickets/ticket";
import { type Db } from "@/server/db";

/** What the board shows. */
export interface BoardFilter {
  /** Craft, tail number, serial of craft or part, complaint, job number; empty for all. */
  search: string;
  bay: string | null;
  technicianId: number | null;
  /** True for jobs handed back. */
  closed: boolean;
  /** Tickets after this one, by key; null for the first page. */
  after: { at: Date; id: number } | null;
}

interface TicketRow extends RowDataPacket {
  id: number;
  craft_name: string;
  tail_number: string;
  kind: CraftKind;
  frame_class: string;
  complaint: string;
  bay: string;
  bays_done: string;
  came_back_from: string | null;
  waiting_for: string;
  promised_on: string | null;
  is_urgent: number;
  headline: string;
  detail: string;
  next_step: string;
  next_worth: string;
  technician_id: number | null;
  display_name: string | null;
  received_at: Date;
  closed_at: Date | null;
}

/** Tickets on a page: what a person looks through before searching, and what the server draws in time. */
export const PAGE_SIZE = 20;

/**
 * One page of tickets and one more to tell whether there are others: open jobs oldest first, closed ones newest first.
 * STRAIGHT_JOIN keeps the order of index job_board; left alone the optimizer starts at the few craft and sorts every job.
 */
export async function listTickets(db: Db, filter: BoardFilter): Promise<Ticket[]> {
  const { where, values } = conditionsOf(filter);
  if (filter.after) {
    where.push(filter.closed ? "(j.received_at, j.id) < (?, ?)" : "(j.received_at, j.id) > (?, ?)");
    values.push(filter.after.at, filter.after.id);
  }
  const direction = filter.closed ? "DESC" : "ASC";
  const sql = `
  SELECT STRAIGHT_JOIN j.id, c.name AS craft_name, c.tail_number, c.kind, c.frame_class, j.complaint, j.bay, j.bays_done,
         j.came_back_from, j.waiting_for, DATE_FORMAT(j.promised_on, '%Y-%m-%d') AS promised_on, j.is_urgent, j.headline, j.detail, j.next_step, j.next_worth, j.technician_id, p.display_name,
         j.received_at, j.closed_at
    FROM job AS j
    JOIN craft AS c ON c.id = j.craft_id
    LEFT JOIN person AS p ON p.id = j.technician_id
   WHERE ${where.join("\n     AND ")}
   ORDER BY j.received_at ${direction}, j.id ${direction}
   LIMIT ${PAGE_SIZE + 1}`;
  const [rows] = await db.execute<TicketRow[]>(sql, values);
  return rows.map(toTicket);
}

/** The conditions of a filter, apart from the page. */
function conditionsOf(filter: BoardFilter): { where: string[]; values: (string | number | Date)[] } {
  const where = [filter.closed ? "j.is_open IS NULL" : "j.is_open = 1"];
  const values: (string | number | Date)[] = [];
  if (filter.bay) {
    where.push("j.bay = ?");
    values.push(filter.bay);
  }
  if (filter.technicianId !== null) {
    where.push("j.technician_id = ?");
    values.push(filter.technicianId);
  }
  if (filter.search) {
    const like = `%${filter.search.replace(/[\\%_]/g, "\\$&")}%`;
    where.push(`(c.name LIKE ? OR c.tail_number LIKE ? OR c.serial LIKE ? OR j.complaint LIKE ? OR LPAD(j.id, 4, '0') LIKE ?
        OR EXISTS (SELECT 1 FROM fitted_part AS f WHERE f.craft_id = c.id AND f.serial LIKE ?))`);
    values.push(like, like, like, like, like, like);
  }
  return { where, values };
}

/** Open jobs in each bay, of those that the search and the technician leave. */
export async function countOpenByBay(
  db: Db,
  filter: Pick<BoardFilter, "search" | "technicianId">,
): Promise<Readonly<Record<string, number>>> {
  const { where, values } = conditionsOf({ ...filter, bay: null, closed: false, after: null });
  const craft = filter.search ? "JOIN craft AS c ON c.id = j.craft_id" : "";
  const sql = `
  SELECT j.bay, COUNT(*) AS jobs
    FROM job AS j
    ${craft}
   WHERE ${where.join("\n     AND ")}
   GROUP BY j.bay`;
  const [rows] = await db.execute<RowDataPacket[]>(sql, values);
  return Object.fromEntries(rows.map(({ bay, jobs }) => [bay, Number(jobs)]));
}

const FIND_NEXT = `
  SELECT j.id, c.name, j.next_step, j.next_worth, j.bay
    FROM job AS j
    JOIN craft AS c ON c.id = j.craft_id
   WHERE j.is_open = 1 AND j.technician_id = ? AND j.waiting_for = ''
   ORDER BY j.is_urgent DESC, j.promised_on IS NULL, j.promised_on, j.came_back_from IS NULL, j.received_at, j.id
   LIMIT 1`;

/**
 * The step a technician should take now, of their jobs that wait for nothing: what is urgent first, then by the promised day,
 * then what came back, then the oldest. Null without one.
 */
export async function findNextStep(
  db: Db,
  technicianId: number,
): Promise<{ jobId: number; craftName: string; step: string; worth: string; bay: string } | null> {
  const [rows] = await db.execute<RowDataPacket[]>(FIND_NEXT, [technicianId]);
  const row = rows[0];
  return row ? { jobId: row.id, craftName: row.name, step: row.next_step, worth: row.next_worth, bay: row.bay } : null;
}

function toTicket(row: TicketRow): Ticket {
  return {
    jobId: row.id,
    craftName: row.craft_name,
    tailNumber: row.tail_number,
    kind: row.kind,
    frameClass: row.frame_class,
    complaint: row.complaint,
    bay: row.bay,
    baysDone: row.bays_done ? row.bays_done.split(",") : [],
    cameBackFrom: row.came_back_from,
    waitingFor: row.waiting_for,
    promisedOn: row.promised_on,
    isUrgent: row.is_urgent === 1,
    headline: row.headline,
    detail: row.detail,
    technicianName: row.display_name,
    receivedAt: row.received_at,
    closedAt: row.closed_at,
  };
}
