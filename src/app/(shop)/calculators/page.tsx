import { redirect } from "next/navigation";
import { CALCULATORS } from "@/core/calculators";

/** The first of the calculators. */
export default function CalculatorsPage() {
  redirect(`/calculators/${CALCULATORS[0]!.id}`);
}
