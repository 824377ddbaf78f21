import { RUN_KINDS, RUN_PLANS, type RunKind } from "@/core/bench/run/runKinds";
import styles from "../Bench.module.css";

interface Props {
  kind: RunKind;
  isDisabled: boolean;
  onChoose: (kind: RunKind) => void;
}

/** What is measured: one button for each kind of run. */
export function KindChoice({ kind, isDisabled, onChoose }: Props) {
  return (
    <div className={styles.kinds} role="group" aria-label="What is measured">
      {RUN_KINDS.map((each) => (
        <button
          key={each}
          className={styles.kind}
          aria-pressed={each === kind}
          disabled={isDisabled}
          onClick={() => onChoose(each)}
        >
          {RUN_PLANS[each].name}
        </button>
      ))}
    </div>
  );
}
