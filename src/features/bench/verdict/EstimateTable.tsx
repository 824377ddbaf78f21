import { type Estimate } from "@/core/bench/measure/measured.types";
import styles from "../Bench.module.css";
import { estimateText } from "../tables/measureText";
import { sideBySide } from "./sideBySide";

/** The figures behind a verdict: those of several motors or cells side by side, the others one a line. */
export function EstimateTable({ figures }: { figures: readonly Estimate[] }) {
  const { columns, rows, single } = sideBySide(figures);
  return (
    <>
      {columns.length > 0 && (
        <div className={styles.scroll}>
          <table className={styles.figures}>
            <thead>
              <tr>
                <th />
                {columns.map((column) => (
                  <th key={column} className={styles.head}>
                    {column}
                  </th>
                ))}
              </tr>
            </thead>
            <tbody>
              {[...rows].map(([label, cells]) => (
                <tr key={label}>
                  <th>{label}</th>
                  {columns.map((column) => (
                    <td key={column} className="number">
                      {cells.has(column) ? estimateText(cells.get(column)!) : "–"}
                    </td>
                  ))}
                </tr>
              ))}
            </tbody>
          </table>
        </div>
      )}
      {single.length > 0 && (
        <table className={styles.figures}>
          <tbody>
            {single.map((figure) => (
              <tr key={figure.label}>
                <th>{figure.label}</th>
                <td className="number">{estimateText(figure)}</td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      {figures.some(({ halfWidth }) => halfWidth !== null) && (
        <p className={styles.small}>± is half the 95 % confidence interval.</p>
      )}
    </>
  );
}
