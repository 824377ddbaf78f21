import { type CalculatorAnswer } from "@/core/calculators/calculator.types";
import { formatInFirstUnit } from "@/shared/formatInUnit";
import styles from "./Calculators.module.css";

const SHAPES = { good: "●", watch: "▲", bad: "■", note: "○" } as const;

/** What a calculator comes to: the figure people look for first and biggest, then the others, what they mean, and how it was done. */
export function CalculatorAnswerPanel({
  answer,
  formula,
  source,
}: {
  answer: CalculatorAnswer | null;
  formula: string;
  source: string;
}) {
  return (
    <section className="panel stack" aria-label="Result" aria-live="polite">
      <h2>Result</h2>
      {answer === null ? (
        <p className="soft">Put the marked fields right, and it is worked out.</p>
      ) : (
        <>
          {answer.results
            .filter(({ isMain }) => isMain)
            .map(({ label, quantity, value }) => (
              <p key={label}>
                <span className={`number ${styles.main}`}>{formatInFirstUnit(value, quantity)}</span>
                <br />
                {label}
              </p>
            ))}
          {answer.remarks.map(({ word, text }) => (
            <p key={text} className={word === "note" ? "soft" : word}>
              {SHAPES[word]} {text}
            </p>
          ))}
          <table className={styles.results}>
            <tbody>
              {answer.results
                .filter(({ isMain }) => !isMain)
                .map(({ label, quantity, value }) => (
                  <tr key={label}>
                    <th>{label}</th>
                    <td className="number">{formatInFirstUnit(value, quantity)}</td>
                  </tr>
                ))}
            </tbody>
          </table>
        </>
      )}
      <details>
        <summary>How it is worked out</summary>
        <p className="number">{formula}</p>
        <p className="soft">{source}</p>
      </details>
    </section>
  );
}
