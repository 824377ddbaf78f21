import { type Metadata } from "next";
import { getLearnedPage } from "@/features/library/learned/getLearnedPage";
import { LearnedPage } from "@/features/library/learned/LearnedPage";
import { pageContext } from "@/server/verbs/currentPerson";
import { ControlsProvider } from "@/shared/theme/ControlsProvider";

export const metadata: Metadata = { title: "What the shop learned" };

/** What closed jobs made of the library. */
export default async function LearnedRoute() {
  return (
    <ControlsProvider>
      <LearnedPage {...await getLearnedPage(await pageContext())} />
    </ControlsProvider>
  );
}
