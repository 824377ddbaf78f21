import { type Metadata } from "next";
import { orNotFound } from "@/app/jobNumberParam";
import { pageContext } from "@/server/verbs/currentPerson";
import { getCalculatorPage } from "@/features/calculators/getCalculatorPage";
import { ControlsProvider } from "@/shared/theme/ControlsProvider";
import { CalculatorPage } from "@/features/calculators/CalculatorPage";

export const metadata: Metadata = { title: "Calculators" };

interface Props {
  params: Promise<{ calculator: string }>;
  searchParams: Promise<Record<string, string | string[] | undefined>>;
}

/** One of the calculators; it needs no job. Figures in the address are filled in. */
export default async function CalculatorRoute({ params, searchParams }: Props) {
  const { calculator } = await params;
  return (
    <ControlsProvider>
      <CalculatorPage
        key={calculator}
        {...await orNotFound(getCalculatorPage(await pageContext(), calculator, await searchParams))}
      />
    </ControlsProvider>
  );
}
