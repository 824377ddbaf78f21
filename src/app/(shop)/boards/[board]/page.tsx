import { type Metadata } from "next";
import { orNotFound } from "@/app/jobNumberParam";
import { BoardHistory } from "@/features/boards/BoardHistory";
import { getBoardHistory } from "@/features/boards/boardVerbs";
import { pageContext } from "@/server/verbs/currentPerson";
import { ControlsProvider } from "@/shared/theme/ControlsProvider";

interface Props {
  params: Promise<{ board: string }>;
  searchParams: Promise<Record<string, string | string[] | undefined>>;
}

export const metadata: Metadata = { title: "Board file" };

/** A board's versions side by side. */
export default async function BoardFilePage({ params, searchParams }: Props) {
  const name = decodeURIComponent((await params).board);
  const asked = await searchParams;
  const versionOf = (text: string | string[] | undefined) =>
    typeof text === "string" && /^\d{1,5}$/.test(text) ? Number(text) : undefined;
  const history = await orNotFound(
    getBoardHistory(await pageContext(), name, { earlier: versionOf(asked.earlier), later: versionOf(asked.later) }),
  );
  return (
    <ControlsProvider>
      <BoardHistory {...history} />
    </ControlsProvider>
  );
}
