import { Select } from "antd";
import { HEADINGS, isUsedBy } from "@/core/bench/measure/kindOfTable";
import { type MeasurementKind } from "@/core/bench/measure/measureColumns";
import { type TableLook } from "@/core/series/readColumns";
import styles from "./TablePreview.module.css";

/** The first lines of a table under what each column is read as, before anything is made of them. */
export function TablePreview({
  look,
  kind,
  onName,
}: {
  look: TableLook;
  kind: MeasurementKind;
  /** A column that was not understood is given a heading by hand. */
  onName: (column: number, heading: string) => void;
}) {
  const isUsed = (name: string | null) => name !== null && isUsedBy(kind, name);
  return (
    <div className={styles.scroll} role="region" aria-label="How the table is read" tabIndex={0}>
      <table className={styles.table}>
        <thead>
          <tr>
            {look.columns.map(({ heading }, at) => (
              <th key={at} scope="col">
                {heading || "no heading"}
              </th>
            ))}
          </tr>
          <tr>
            {look.columns.map(({ readAs, name }, at) => (
              <td key={at} className={isUsed(name) ? styles.used : styles.unused}>
                {readAs === null ? (
                  <Select
                    aria-label={`What is “${look.columns[at]!.heading}”?`}
                    placeholder="not understood: what is it?"
                    options={HEADINGS[kind].map((value) => ({ value, label: value }))}
                    onChange={(heading: string) => onName(at, heading)}
                    style={{ minWidth: 150 }}
                  />
                ) : isUsed(name) ? (
                  `read as ${readAs}`
                ) : (
                  `${readAs}, not used here`
                )}
              </td>
            ))}
          </tr>
        </thead>
        <tbody>
          {look.rows.map((cells, row) => (
            <tr key={row}>
              {look.columns.map((_, at) => (
                <td key={at}>{cells[at]}</td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}
