import { type Metadata } from "next";
import { getLibraryPage } from "@/features/library/getLibraryPage";
import { LibraryPage } from "@/features/library/LibraryPage";
import { pageContext } from "@/server/verbs/currentPerson";
import { ControlsProvider } from "@/shared/theme/ControlsProvider";

export const metadata: Metadata = { title: "Library" };

/** What the isolation engine knows. */
export default async function LibraryRoute() {
  return (
    <ControlsProvider>
      <h1 className="visually-hidden">Library</h1>
      <LibraryPage {...await getLibraryPage(await pageContext())} />
    </ControlsProvider>
  );
}
