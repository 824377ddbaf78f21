import "server-only";
import { type Ticket } from "@/features/job/tickets/ticket";
import { type Person } from "@/server/person";
import { listPeople } from "@/features/people/personRepository";
import { requireRole, type VerbContext } from "@/server/verbs/verbContext";
import { type BoardFilter, countOpenByBay, findNextStep, listTickets, PAGE_SIZE } from "./boardRepository";

/** Everything the board shows. */
export interface Board {
  tickets: Ticket[];
  /** The key of the next page, or null on the last. */
  nextAfter: { at: Date; id: number } | null;
  openByBay: Readonly<Record<string, number>>;
  nextStep: Awaited<ReturnType<typeof findNextStep>>;
  people: Person[];
}

/** The board for a filter. @throws {AppError} `forbidden` */
export async function getBoard(context: VerbContext, filter: BoardFilter): Promise<Board> {
  requireRole(context, "viewer");
  const { pool, person } = context;
  const [tickets, openByBay, nextStep, people] = await Promise.all([
    listTickets(pool, filter),
    countOpenByBay(pool, filter),
    findNextStep(pool, person.id),
    listPeople(pool),
  ]);
  const page = tickets.slice(0, PAGE_SIZE);
  const last = page.at(-1);
  const hasMore = tickets.length > PAGE_SIZE && last !== undefined;
  return {
    tickets: page,
    nextAfter: hasMore ? { at: last.receivedAt, id: last.jobId } : null,
    openByBay,
    nextStep,
    people,
  };
}
