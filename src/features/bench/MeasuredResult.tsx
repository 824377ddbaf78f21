import { type Measured } from "@/core/bench/measure/measured.types";
import styles from "./Bench.module.css";
import { FitChart } from "./FitChart";
import { VERDICT_SHAPES, verdictClass } from "@/shared/verdictWords";

/** A verdict as word, shape and colour, its reasons with their margins, and the fit behind it. */
export function MeasuredResult({ measured }: { measured: Measured }) {
  const { word, reasons, chart } = measured;
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
      {chart && <FitChart chart={chart} />}
    </>
  );
}
