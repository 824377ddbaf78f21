import { type Metadata } from "next";
import { pageContext } from "@/server/verbs/currentPerson";
import { getReceiveForm } from "@/features/receive/getReceiveForm";
import { ControlsProvider } from "@/shared/theme/ControlsProvider";
import { ReceiveForm } from "@/features/receive/ReceiveForm";

export const metadata: Metadata = { title: "Receive a craft" };

/** The intake. */
export default async function ReceivePage() {
  const context = await pageContext();
  return (
    <div className="stack">
      <h1>Receive a craft</h1>
      <ControlsProvider>
        <ReceiveForm {...await getReceiveForm(context)} />
      </ControlsProvider>
    </div>
  );
}
