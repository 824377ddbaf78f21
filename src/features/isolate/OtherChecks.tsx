import { formatPercent } from "@/shared/format";
import { worthWords } from "./evidenceWords";
import styles from "./Isolate.module.css";
import { type CheckView } from "./checkView";

interface Props {
  others: readonly CheckView[];
  missing: readonly string[];
  onChoose: (checkId: string) => void;
}

/** What else could be done, why, and what cannot be done for want of a tool or a spare. */
export function OtherChecks({ others, missing, onChoose }: Props) {
  return (
    <div>
      <p className="label">Or</p>
      <div className="rows">
        {others.map((other) => (
          <details key={other.id} className={styles.otherCheck}>
            <summary>
              <span>
                {other.title}
                {other.why && <small className="soft"> {other.why}</small>}
              </span>
              <span title={`${other.bits.toFixed(2)} bit`}>
                {worthWords(other.bits)} · <span className="number">{other.minutes} min</span>
              </span>
            </summary>
            <ul>
              {other.outcomes.map(({ id, label, probability, would }) => (
                <li key={id}>
                  {label}
                  {would && (
                    <span className="soft">
                      , {formatPercent(probability)} likely: {would}
                    </span>
                  )}
                </li>
              ))}
            </ul>
            <button className={styles.plain} onClick={() => onChoose(other.id)}>
              do this one instead
            </button>
          </details>
        ))}
        {missing.length > 0 && <p className="soft">Would help, but cannot be done here: {missing.join("; ")}.</p>}
      </div>
    </div>
  );
}
