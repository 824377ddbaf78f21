import { redirect } from "next/navigation";
import { SUMS } from "@/core/bench/sums";

/** The first of the bench sums. */
export default function SumsPage() {
  redirect(`/sums/${SUMS[0]!.id}`);
}
