import { type Metadata } from "next";
import { PacksPage } from "@/features/packs/PacksPage";
import { getPacksPage } from "@/features/packs/packVerbs";
import { pageContext } from "@/server/verbs/currentPerson";
import { ControlsProvider } from "@/shared/theme/ControlsProvider";

export const metadata: Metadata = { title: "Packs" };

/** The packs and their logs. */
export default async function PacksRoute() {
  return (
    <ControlsProvider>
      <h1 className="visually-hidden">Packs</h1>
      <PacksPage {...await getPacksPage(await pageContext())} />
    </ControlsProvider>
  );
}
