import "server-only";
import { type Bay } from "@/features/job/bays";
import { type Strip } from "@/features/job/strip";
import { type Person } from "@/features/people/person";
import { listPeople } from "@/features/people/personRepository";
import { requireRole, type VerbContext } from "@/features/people/verbContext";
import { type BoardFilter, countOpenByBay, findNextStep, listStrips, PAGE_SIZE } from "./boardRepository";

/** Everything the board shows. */
export interface Board {
  strips: Strip[];
  /** The key of the next page, or null on the last. */
  nextAfter: { at: Date; id: number } | null;
  openByBay: Partial<Record<Bay, number>>;
  nextStep: Awaited<ReturnType<typeof findNextStep>>;
  people: Person[];
}

/** The board for a filter. @throws {AppError} `forbidden` */
export async function getBoard(context: VerbContext, filter: BoardFilter): Promise<Board> {
  requireRole(context, "viewer");
  const { pool, person } = context;
  const [strips, openByBay, nextStep, people] = await Promise.all([
    listStrips(pool, filter),
    countOpenByBay(pool),
    findNextStep(pool, person.id),
    listPeople(pool),
  ]);
  const page = strips.slice(0, PAGE_SIZE);
  const last = page.at(-1);
  const hasMore = strips.length > PAGE_SIZE && last !== undefined;
  return {
    strips: page,
    nextAfter: hasMore ? { at: last.receivedAt, id: last.jobId } : null,
    openByBay,
    nextStep,
    people,
  };
}
