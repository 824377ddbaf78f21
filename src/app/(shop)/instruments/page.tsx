import { type Metadata } from "next";
import { getInstrumentsPage } from "@/features/instruments/getInstrumentsPage";
import { InstrumentsPage } from "@/features/instruments/InstrumentsPage";
import { pageContext } from "@/server/verbs/currentPerson";
import { ControlsProvider } from "@/shared/theme/ControlsProvider";

export const metadata: Metadata = { title: "Instruments" };

/** The shop's instruments. */
export default async function InstrumentsRoute() {
  return (
    <ControlsProvider>
      <h1 className="visually-hidden">Rig</h1>
      <InstrumentsPage {...await getInstrumentsPage(await pageContext())} />
    </ControlsProvider>
  );
}
