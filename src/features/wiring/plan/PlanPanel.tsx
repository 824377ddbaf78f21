import { type DrawnAnswer } from "@/workers/server/planTask";
import { type WiringCase } from "@/core/refit/wiring/wiringCase";
import styles from "../Wiring.module.css";

/** What the plan comes to: what is left out and why, what would help, which protocol. */
export function PlanPanel({ wiring, answer }: { wiring: WiringCase; answer: DrawnAnswer }) {
  const { plan, cost, conflict, otherConflicts, remedies, optimal } = answer;
  const nameOf = (id: string) => wiring.devices.find((device) => device.id === id)?.name ?? id;
  return (
    <section className="panel stack" aria-label="The plan">
      <h2>The plan</h2>
      {plan && plan.leftOut.length === 0 ? (
        <p className={`good ${styles.spot}`}>✓ Everything can be connected</p>
      ) : (
        <p className={`bad ${styles.spot}`}>
          ✕ {plan ? `Left out: ${plan.leftOut.map(nameOf).join(", ")}` : "A device that must be on it cannot be"}
        </p>
      )}
      {conflict && (
        <>
          {[conflict, ...otherConflicts].map(({ sentence }) => (
            <p key={sentence}>{sentence}</p>
          ))}
          {remedies.length > 0 && (
            <ul>
              {remedies.map(({ sentence }) => (
                <li key={sentence}>{sentence}</li>
              ))}
            </ul>
          )}
        </>
      )}
      {cost && (
        <div className={styles.figures}>
          <Figure value={String(cost.moved)} label="wires move" />
          <Figure value={`${Math.round(cost.runMm)} mm`} label="runs in all" />
          <Figure value={String(cost.portsChanged)} label="other ports" />
        </div>
      )}
      {!optimal && <p className="watch">The time ran out: this keeps every rule, and may not be the best.</p>}
      {Object.entries(plan?.protocols ?? {}).map(([set, protocol]) => (
        <p key={set}>
          All {set} speak <strong>{protocol}</strong>.
          {liked(wiring, set) !== protocol && ` Not ${liked(wiring, set)}: the outputs in use share no more.`}
        </p>
      ))}
    </section>
  );
}

/** Jumpers to set, and what hangs on each rail. */
export function RailsPanel({ plan }: { plan: NonNullable<DrawnAnswer["plan"]> }) {
  const jumpers = plan.rails.filter(({ by, meanA }) => by !== "" && meanA > 0);
  const loaded = plan.rails.filter(({ meanA }) => meanA > 0);
  if (loaded.length === 0) return null;
  return (
    <section className="panel stack" aria-label="Rails">
      <h2>Rails</h2>
      {jumpers.map(({ rail, by, minV }) => (
        <p key={rail} className="caution">
          Rail {rail}: {by}. Meter {minV} V there before anything sees it.
        </p>
      ))}
      {loaded.map(({ rail, minV, maxV, meanA, peakA, maxA, maxPeakA }) => {
        const share = Math.max(meanA / maxA, peakA / maxPeakA);
        return (
          <div key={rail} className={styles.load}>
            <span>
              {rail === `${minV} V` ? "" : `${rail}, `}
              {minV === maxV ? minV : `${minV} to ${maxV}`} V
            </span>
            <span className="number">
              {meanA.toFixed(2)} A of {maxA} A{peakA > meanA && `, peak ${peakA.toFixed(2)} of ${maxPeakA}`}
            </span>
            <span className={styles.bar}>
              <i data-tight={share > 0.8} style={{ width: `${Math.min(100, share * 100)}%` }} />
            </span>
          </div>
        );
      })}
    </section>
  );
}

function Figure({ value, label }: { value: string; label: string }) {
  return (
    <span className={styles.figure}>
      <b>{value}</b>
      <span className={styles.small}>{label}</span>
    </span>
  );
}

/** What a set would speak best. */
function liked({ devices }: WiringCase, set: string): string | undefined {
  for (const { needs } of devices)
    for (const need of needs) if (need.kind === "output" && need.set === set) return need.protocols[0];
  return undefined;
}
