import { type Metadata } from "next";
import { BoardsPage } from "@/features/boards/BoardsPage";
import { getBoardsPage } from "@/features/boards/boardVerbs";
import { pageContext } from "@/server/verbs/currentPerson";
import { ControlsProvider } from "@/shared/theme/ControlsProvider";

export const metadata: Metadata = { title: "Board files" };

/** The shop's board files. */
export default async function BoardFilesPage() {
  return (
    <ControlsProvider>
      <BoardsPage {...await getBoardsPage(await pageContext())} />
    </ControlsProvider>
  );
}
