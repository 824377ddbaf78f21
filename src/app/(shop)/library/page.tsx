import { type Metadata } from "next";
import { shippedLibrary } from "@/core/isolate/library";
import { LibraryView } from "@/features/library/LibraryView";
import { pageContext } from "@/features/people/currentPerson";

export const metadata: Metadata = { title: "Library" };

/** What the isolation engine knows. */
export default async function LibraryPage() {
  await pageContext();
  return <LibraryView library={shippedLibrary} />;
}
