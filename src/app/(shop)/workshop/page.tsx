import { type Metadata } from "next";
import { pageContext } from "@/server/verbs/currentPerson";
import { getWorkshopPage } from "@/features/workshop/getWorkshopPage";
import { WorkshopPage } from "@/features/workshop/WorkshopPage";
import { ControlsProvider } from "@/shared/theme/ControlsProvider";

export const metadata: Metadata = { title: "Workshop" };

/** What the shop has to check with, and what things cost. */
export default async function WorkshopRoute() {
  return (
    <ControlsProvider>
      <h1 className="visually-hidden">Workshop</h1>
      <WorkshopPage {...await getWorkshopPage(await pageContext())} />
    </ControlsProvider>
  );
}
