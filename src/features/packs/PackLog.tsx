"use client";

import { Button } from "antd";
import { useState } from "react";
import { formatStoredDay } from "@/shared/format";
import { type PackLine, type PackLogEntry } from "./pack";
import { PackEntryForm } from "./PackEntryForm";
import { PackForm } from "./PackForm";
import shelf from "@/shared/Shelf.module.css";
import styles from "./Packs.module.css";

/** A pack's log: why it is advised so, the entries, and the next one. */
export function PackLog({ pack, today, mayEdit }: { pack: PackLine; today: string; mayEdit: boolean }) {
  const [form, setForm] = useState<"entry" | "label" | null>(null);
  const { advice, log } = pack;
  return (
    <div className={shelf.opened}>
      <ul className={styles.reasons}>
        {advice.reasons.map((reason) => (
          <li key={reason}>{reason}</li>
        ))}
      </ul>
      {log.length > 0 && <LogTable log={log} />}
      {form === "entry" && <PackEntryForm pack={pack} today={today} onDone={() => setForm(null)} />}
      {form === "label" && <PackForm pack={pack} onSaved={() => setForm(null)} onCancel={() => setForm(null)} />}
      {mayEdit && form === null && (
        <div className="row">
          <Button type="primary" onClick={() => setForm("entry")}>
            Write down a measurement
          </Button>
          <Button onClick={() => setForm("label")}>Change the label</Button>
        </div>
      )}
    </div>
  );
}

function LogTable({ log }: { log: readonly PackLogEntry[] }) {
  return (
    <div className={styles.scroll}>
      <table className={styles.log}>
        <thead>
          <tr>
            <th>Day</th>
            <th>Cycles</th>
            <th>mΩ a cell</th>
            <th>°C</th>
            <th>mAh</th>
            <th>Apart, mV</th>
            <th>Note</th>
          </tr>
        </thead>
        <tbody>
          {log.map((entry) => (
            <tr key={entry.id}>
              <td className="number">{formatStoredDay(entry.measuredOn)}</td>
              <td className="number">{entry.cycles ?? "–"}</td>
              <td className="number">
                {entry.resistanceMohm?.toFixed(1) ?? "–"}
                <Cells values={entry.cellsMohm} decimals={1} />
              </td>
              <td className="number">{entry.temperatureC?.toFixed(0) ?? "–"}</td>
              <td className="number">{entry.capacityMah?.toFixed(0) ?? "–"}</td>
              <td className="number">
                {entry.spreadMv?.toFixed(0) ?? "–"}
                <Cells values={entry.cellsV} decimals={2} />
              </td>
              <td>
                {entry.note} <span className="soft">{entry.by}</span>
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}

/** Each cell below the figure that sums them up. */
function Cells({ values, decimals }: { values: readonly number[] | null | undefined; decimals: number }) {
  return values ? <small className="soft">{values.map((each) => each.toFixed(decimals)).join(" · ")}</small> : null;
}
