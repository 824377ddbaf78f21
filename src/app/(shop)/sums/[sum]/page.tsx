import { type Metadata } from "next";
import { orNotFound } from "@/app/jobNumberParam";
import { pageContext } from "@/features/people/currentPerson";
import { getSumPage } from "@/features/sums/getSumPage";
import { SumPage } from "@/features/sums/SumPage";

export const metadata: Metadata = { title: "Bench sums" };

/** One of the bench sums; it needs no job. */
export default async function SumRoute({ params }: { params: Promise<{ sum: string }> }) {
  const { sum } = await params;
  return <SumPage key={sum} {...await orNotFound(getSumPage(await pageContext(), sum))} />;
}
