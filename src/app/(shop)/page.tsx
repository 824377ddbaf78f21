import { toBoardFilter } from "@/features/board/boardFilter";
import { BoardView } from "@/features/board/BoardView";
import { getBoard } from "@/features/board/getBoard";
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
  return <BoardView board={board} query={filter} now={context.now} isFocused={"search" in query} />;
}
