import { type Metadata } from "next";
import { orNotFound } from "@/app/jobNumberParam";
import { pageContext } from "@/features/people/currentPerson";
import { getSumPage } from "@/features/sums/getSumPage";
import { SumPage } from "@/features/sums/SumPage";

export const metadata: Metadata = { title: "Bench sums" };

interface Props {
  params: Promise<{ sum: string }>;
  searchParams: Promise<Record<string, string | string[] | undefined>>;
}

/** One of the bench sums; it needs no job. Figures in the address are filled in. */
export default async function SumRoute({ params, searchParams }: Props) {
  const { sum } = await params;
  return <SumPage key={sum} {...await orNotFound(getSumPage(await pageContext(), sum, await searchParams))} />;
}
