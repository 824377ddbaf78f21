import Link from "next/link";
import { type SettlingMeasurement } from "@/core/bench/measure/settles";
import { MEASUREMENT_WORDS } from "./measurementWords";

/** What this job needs of the bench: what would move its suspects, or that nothing would. */
export function NeedsNote({
  needs,
  place,
  isHere,
  hasRuns,
}: {
  needs: readonly { of: SettlingMeasurement; bits: number; about: string }[];
  place: string | null;
  isHere: boolean;
  hasRuns: boolean;
}) {
  const [first, ...others] = needs;
  if (!first)
    return isHere && !hasRuns ? (
      <p className="panel">
        Nothing on this bench would change what to repair. <Link href="refit">To Refit</Link>, or measure what you like.
      </p>
    ) : null;
  return (
    <p className="panel">
      <strong>
        {MEASUREMENT_WORDS[first.of]}
        {place && `, ${place}`}
      </strong>{" "}
      would tell most for this job: {first.about.charAt(0).toLowerCase() + first.about.slice(1)}?{" "}
      <span className="soft" title={`${first.bits.toFixed(2)} bit`}>
        {others.length > 0 && `Then ${others.map(({ of }) => MEASUREMENT_WORDS[of]).join(", ")}.`}
      </span>
    </p>
  );
}
