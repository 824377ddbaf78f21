"use client";

import { Button, InputNumber } from "antd";
import { useMemo, useState } from "react";
import { levelStretches, markedTable } from "@/core/bench/measure/markSteps";
import { type Columns } from "@/core/series/columns";
import { SeriesChart } from "@/shared/charts/SeriesChart";
import styles from "../Bench.module.css";

/** A wattmeter's log without a throttle: the held stretches on its curve, each to be given the throttle that it was. */
export function MarkSteps({ columns, onMarked }: { columns: Columns; onMarked: (table: string) => void }) {
  const stretches = useMemo(() => levelStretches(columns), [columns]);
  const [percents, setPercents] = useState<readonly (number | null)[]>([]);
  const chart = useMemo(() => chartOf(columns, stretches), [columns, stretches]);
  const marks = stretches.flatMap((stretch, at) => {
    const percent = percents[at];
    return percent == null ? [] : [{ ...stretch, throttle: percent / 100 }];
  });
  if (stretches.length === 0)
    return (
      <p role="alert" className="bad">
        There is no throttle in this table, and no stretch of a second or more in which the amps stayed level. Hold each
        throttle for some seconds, or add a column “throttle [%]”.
      </p>
    );
  return (
    <div className="stack" role="group" aria-label="Mark the steps">
      <p>
        <strong>There is no throttle in this table.</strong> Say which throttle each level stretch was; leave out what
        was none.
      </p>
      <SeriesChart data={chart} />
      <table className={styles.figures}>
        <tbody>
          {stretches.map(({ fromS, toS, currentA }, at) => (
            <tr key={fromS}>
              <th>
                <strong>{letterOf(at)}</strong>, {fromS.toFixed(1)} to {toS.toFixed(1)} s
              </th>
              <td className="number">{currentA.toFixed(1)} A</td>
              <td>
                <InputNumber
                  min={0}
                  max={100}
                  suffix="%"
                  placeholder="throttle"
                  aria-label={`Throttle of step ${letterOf(at)}`}
                  value={percents[at] ?? null}
                  onChange={(value) =>
                    setPercents(stretches.map((_, each) => (each === at ? value : (percents[each] ?? null))))
                  }
                />
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      <div>
        <Button type="primary" disabled={marks.length === 0} onClick={() => onMarked(markedTable(columns, marks))}>
          Judge these steps
        </Button>
      </div>
    </div>
  );
}

function chartOf({ values }: Columns, stretches: readonly { fromS: number }[]) {
  const time = values.get("time") ?? [];
  const points = (name: string) => time.map((at, row) => [at, values.get(name)![row]!] as [number, number]);
  return {
    main: { current: points("current"), voltage: points("voltage") },
    others: [],
    limits: {},
    durationS: time.at(-1) ?? 0,
    draws: ["current", "voltage"],
    notes: stretches.map(({ fromS }, at) => ({ atS: fromS, note: letterOf(at), mark: letterOf(at) })),
  };
}

/** A, B, … Z, then by number. */
function letterOf(at: number): string {
  return at < 26 ? String.fromCharCode(65 + at) : String(at + 1);
}
