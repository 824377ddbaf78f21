import { type PartKind } from "@/core/craft/partKinds";
import { neighboursOf } from "@/core/refit/burntParts";
import styles from "./Refit.module.css";

/** What is looked at beside a burnt part before anything is powered. */
export function BurntNeighbours({ kind }: { kind: PartKind }) {
  return (
    <section aria-label="Beside a burnt part" className="stack">
      <strong>Beside a burnt part: eyes, then the meter, then a limiter; in this order</strong>
      <ol className={styles.before}>
        {neighboursOf(kind).map(({ look, noGo }) => (
          <li key={look}>
            {look}. <span className="bad">{noGo}</span>
          </li>
        ))}
      </ol>
    </section>
  );
}
