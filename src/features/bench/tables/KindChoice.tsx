import { RUN_KINDS, RUN_PLANS, type RunKind } from "@/core/bench/run/runKinds";
import styles from "../Bench.module.css";

interface Props {
  kind: RunKind;
  /** Measurements that would move the suspects. */
  needs: readonly { of: string; bits: number }[];
  isDisabled: boolean;
  onChoose: (kind: RunKind) => void;
}

/** What is measured: one button for each kind of run. */
export function KindChoice({ kind, needs, isDisabled, onChoose }: Props) {
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
          <Worth bits={needs.find(({ of }) => of === each)?.bits ?? 0} />
        </button>
      ))}
    </div>
  );
}

/** How much it would tell, as a mark. */
function Worth({ bits }: { bits: number }) {
  if (bits <= 0) return null;
  return (
    <span title={`${bits.toFixed(2)} bit about what to repair`}>
      {" "}
      {bits >= 0.2 ? "●●" : "●"}
      <span className="visually-hidden"> would tell {bits >= 0.2 ? "much" : "something"}</span>
    </span>
  );
}
