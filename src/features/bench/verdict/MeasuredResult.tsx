import Link from "next/link";
import { type Measured } from "@/core/bench/measure/measured.types";
import styles from "../Bench.module.css";
import { FitChart } from "@/shared/charts/FitChart";
import { VERDICT_SHAPES, verdictClass } from "@/shared/verdictWords";

/** A verdict as word, shape and colour, its reasons with their margins, and the fit behind it. */
export function MeasuredResult({ measured }: { measured: Measured }) {
  const { word, reasons, chart, notes = [] } = measured;
  const railHref = railBudgetHref(measured);
  return (
    <>
      <p className={`${styles.verdict} ${verdictClass(word)}`}>
        {VERDICT_SHAPES[word]} {word}
      </p>
      <ul className={styles.reasons}>
        {reasons.map((reason) => (
          <li key={reason}>{reason}</li>
        ))}
      </ul>
      {notes.map((note) => (
        <p key={note} className="soft">
          {note}
        </p>
      ))}
      {chart && <FitChart chart={chart} />}
      {railHref && (
        <p className={styles.small}>
          <Link href={railHref}>Add the servo rail up with these amps</Link>
        </p>
      )}
    </>
  );
}

/** The sum of the servo rail with what this servo draws filled in; null for what is no servo. */
function railBudgetHref({ carried: { servoMovingA: moving, servoStallA: stall } = {} }: Measured): string | null {
  if (moving === undefined && stall === undefined) return null;
  const given = Object.entries({ moving, stall }).flatMap(([name, amps]) =>
    amps === undefined ? [] : [[name, amps.toFixed(2)] as [string, string]],
  );
  return `/calculators/servo-rail?${new URLSearchParams(given).toString()}`;
}
