import { type Library } from "@/core/isolate/library.types";
import { formatPercent } from "@/shared/format";
import styles from "./Library.module.css";

/** What the engine knows, for reading: fault modes with their grade, and checks with their steps. */
export function LibraryView({ library }: { library: Library }) {
  return (
    <div className={styles.library}>
      <section className="panel">
        <h2>Fault modes · {library.faults.length}</h2>
        <div className="rows">
          {library.faults.map(({ id, name, looksLike, prior, grade, repair }) => (
            <p key={id}>
              <strong>{name}</strong>{" "}
              <span className="soft">
                <span className="number">{formatPercent(prior)}</span> of complaints ({grade})
              </span>
              <br />
              {looksLike}
              <br />
              <span className="soft">{library.repairs.find((entry) => entry.id === repair)?.name}</span>
            </p>
          ))}
        </div>
      </section>
      <section className="panel">
        <h2>Checks · {library.checks.length}</h2>
        <div className="rows">
          {library.checks.map(({ id, title, steps, cautions, minutes, hazard, needs, outcomes }) => (
            <details key={id}>
              <summary>
                <strong>{title}</strong>{" "}
                <span className="soft">
                  <span className="number">{minutes} min</span>, {hazard}
                  {needs.length > 0 && `, needs ${needs.join(", ")}`}
                </span>
              </summary>
              <ol>
                {steps.map((step) => (
                  <li key={step}>{step}</li>
                ))}
              </ol>
              {cautions.map((caution) => (
                <p key={caution} className="caution">
                  {caution}
                </p>
              ))}
              <p className="soft">Answers: {outcomes.map(({ label }) => label).join(" / ")}</p>
            </details>
          ))}
        </div>
      </section>
    </div>
  );
}
