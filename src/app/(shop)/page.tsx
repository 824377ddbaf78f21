import { redirect } from "next/navigation";
import { toBoardFilter } from "@/features/board/boardFilter";
import { BoardView } from "@/features/board/BoardView";
import { getBoard } from "@/features/board/getBoard";
import { jobNumber } from "@/features/job/job";
import { pageContext } from "@/server/verbs/currentPerson";

/** The board. */
export default async function BoardPage({
  searchParams,
}: {
  searchParams: Promise<Record<string, string | string[] | undefined>>;
}) {
  const query = await searchParams;
  const context = await pageContext();
  const filter = toBoardFilter(query);
  const board = await getBoard(context, filter);
  const [only] = board.tickets;
  // Enter in the search opens what it found, where it found one.
  if (query.go === "1" && filter.search && only && board.tickets.length === 1 && !board.nextAfter)
    redirect(`/jobs/${jobNumber(only.jobId)}`);
  return <BoardView board={board} query={filter} now={context.now} isFocused={"search" in query} />;
}
