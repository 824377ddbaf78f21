import { type Metadata } from "next";
import { CraftList } from "@/features/craft/CraftList";
import { getCraftList } from "@/features/craft/getCraftFile";
import { pageContext } from "@/server/verbs/currentPerson";

export const metadata: Metadata = { title: "Craft" };

/** Every craft. */
export default async function CraftListPage() {
  return (
    <>
      <h1 className="visually-hidden">Craft</h1>
      <CraftList craft={await getCraftList(await pageContext())} />
    </>
  );
}
