import { type Measured } from "@/core/bench/measure/measured.types";
import styles from "./Bench.module.css";
import { FitChart } from "./FitChart";
import { figureText } from "./measureText";
import { VERDICT_SHAPES, verdictClass } from "./verdictWords";

/** A verdict as word, shape and colour, its reasons with their margins, and the figures behind it. */
export function MeasuredResult({ measured }: { measured: Measured }) {
  const { word, reasons, figures, chart } = measured;
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
      <table className={styles.figures}>
        <tbody>
          {figures.map((figure) => (
            <tr key={figure.label}>
              <th>{figure.label}</th>
              <td className="number">{figureText(figure)}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <p className={styles.small}>± is half the 95 % confidence interval.</p>
    </>
  );
}
