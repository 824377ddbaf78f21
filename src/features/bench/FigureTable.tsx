import { type Figure } from "@/core/bench/measure/measured.types";
import styles from "./Bench.module.css";
import { figureText } from "./measureText";

/** The figures behind a verdict: those of several motors or cells side by side, the others one a line. */
export function FigureTable({ figures }: { figures: readonly Figure[] }) {
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
                      {cells.has(column) ? figureText(cells.get(column)!) : "–"}
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
                <td className="number">{figureText(figure)}</td>
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

/** Figures called "Motor 1: speed constant" belong side by side with those of "Motor 2". */
export function sideBySide(figures: readonly Figure[]) {
  const single: Figure[] = [];
  const rows = new Map<string, Map<string, Figure>>();
  const columns: string[] = [];
  for (const figure of figures) {
    const [, column, label] = /^((?:Motor|Cell) \d+): (.*)$/.exec(figure.label) ?? [];
    if (!column || !label) {
      single.push(figure);
      continue;
    }
    // "best, at 20 %" may lie at another throttle for each.
    const row = label.charAt(0).toUpperCase() + label.slice(1);
    if (!columns.includes(column)) columns.push(column);
    const cells = rows.get(row) ?? new Map<string, Figure>();
    cells.set(column, figure);
    rows.set(row, cells);
  }
  return { columns, rows, single };
}
