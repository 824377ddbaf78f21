import { type StepComparison } from "@/core/bench/judgePowerDraw";
import { formatChange, formatQuantity } from "@/shared/format";
import styles from "../Bench.module.css";

/** One step as measured, at one voltage, and in the baseline. */
export function StepComparisonTable({ comparison }: { comparison: StepComparison }) {
  const { name, measured, normalised, baseline, currentChange } = comparison;
  const rows = [
    ["measured", measured],
    ["at one voltage", normalised],
    ["baseline", baseline],
  ] as const;
  return (
    <details open={Math.abs(currentChange) > 0.08}>
      <summary>
        {name}: <strong className="number">{formatChange(currentChange)}</strong> amps, like for like
      </summary>
      <table className={`number ${styles.sums}`}>
        <tbody>
          {rows.map(([title, draw]) => (
            <tr key={title}>
              <th>{title}</th>
              <td>{formatQuantity(draw.voltageV, "V", 2)}</td>
              <td>{formatQuantity(draw.currentA, "A", 1)}</td>
              <td>{formatQuantity(draw.powerW, "W", 0)}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <p className="soft" style={{ fontSize: 13 }}>
        Fixed prop: amps × ({baseline.voltageV.toFixed(2)} / {measured.voltageV.toFixed(2)})², watts × the same cubed,
        and both by the density of the air where both days&rsquo; is known. Propeller laws.
      </p>
    </details>
  );
}
