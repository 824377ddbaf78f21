import { jobIdOf, orNotFound } from "@/app/jobNumberParam";
import { BenchBay } from "@/features/bench/BenchBay";
import { getBenchBay } from "@/features/bench/getBenchBay";
import { pageContext } from "@/server/verbs/currentPerson";

/** Bench: is the drive good? */
export default async function BenchBayPage({ params }: { params: Promise<{ number: string }> }) {
  const context = await pageContext();
  return (
    <>
      <h1 className="visually-hidden">Bench</h1>
      <BenchBay {...await orNotFound(getBenchBay(context, jobIdOf((await params).number)))} />
    </>
  );
}
