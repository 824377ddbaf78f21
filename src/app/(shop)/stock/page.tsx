import { type Metadata } from "next";
import { StockPage } from "@/features/stock/StockPage";
import { getStockPage } from "@/features/stock/stockVerbs";
import { pageContext } from "@/server/verbs/currentPerson";
import { ControlsProvider } from "@/shared/theme/ControlsProvider";

export const metadata: Metadata = { title: "Shelves" };

/** What lies on the shop's shelves. */
export default async function StockRoute() {
  return (
    <ControlsProvider>
      <StockPage {...await getStockPage(await pageContext())} />
    </ControlsProvider>
  );
}
