import { type Metadata } from "next";
import { pageContext } from "@/features/people/currentPerson";
import { getReceiveForm } from "@/features/receive/getReceiveForm";
import { ReceiveForm } from "@/features/receive/ReceiveForm";

export const metadata: Metadata = { title: "Receive a craft" };

/** The intake. */
export default async function ReceivePage() {
  const context = await pageContext();
  return (
    <div className="stack">
      <h1>Receive a craft</h1>
      <ReceiveForm {...await getReceiveForm(context)} />
    </div>
  );
}
