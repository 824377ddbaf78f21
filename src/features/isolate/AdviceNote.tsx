import styles from "./Isolate.module.css";
import { type AdviceView } from "./isolateView";

/** Whether repairing now or checking on costs less, and what comes after. */
export function AdviceNote({ advice }: { advice: AdviceView }) {
  return (
    <div className={styles.advice} data-advice={advice.advice}>
      <p>
        <strong>{advice.title}</strong> {advice.sentence}
      </p>
      {advice.next && <p className="soft">{advice.next}</p>}
    </div>
  );
}
