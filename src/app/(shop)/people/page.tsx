import { type Metadata } from "next";
import { PeoplePage } from "@/features/people/PeoplePage";
import { getPeoplePage } from "@/features/people/peopleVerbs";
import { pageContext } from "@/server/verbs/currentPerson";
import { ControlsProvider } from "@/shared/theme/ControlsProvider";

export const metadata: Metadata = { title: "People" };

/** The shop's people, and one's own password. */
export default async function PeopleRoute() {
  return (
    <ControlsProvider>
      <h1 className="visually-hidden">People</h1>
      <PeoplePage {...await getPeoplePage(await pageContext())} />
    </ControlsProvider>
  );
}
