"use client";

import { Button } from "antd";
import { useState } from "react";
import { type ColumnSaid } from "@/core/flightlog/channels/columnMap";
import { ROLE_NAMES } from "@/core/flightlog/channels/roles";
import { type ReadLog } from "@/workers/flightlog/protocol";
import styles from "../LogLab.module.css";

const MOST_NUMBERED = 8;
/** Every role with its numbers, for the list. */
const ROLES = ROLE_NAMES.flatMap((name) =>
  name.endsWith("_N") ? Array.from({ length: MOST_NUMBERED }, (_, at) => name.replace("_N", `_${at + 1}`)) : [name],
);

/** What has a direction, and so a sign that may be the other way. */
const SIGNED =
  /^(gyro_|rate_target_|roll|pitch|heading|acc_|stick_|elevator|aileron|rudder|elevon_|servo_|collective|climb|mag_|current)/;

/** What was changed of a column and not yet said. */
interface Change {
  role?: string;
  isTurned?: boolean;
}

/** What each column was taken for; who knows better says so, and the file is read again. */
export function ColumnsTable({
  log,
  said,
  onSay,
}: {
  log: ReadLog;
  said: readonly ColumnSaid[];
  onSay: (columns: ColumnSaid[]) => void;
}) {
  const [changed, setChanged] = useState<ReadonlyMap<string, Change>>(new Map());
  const before = new Map(said.map((each) => [each.name, each]));
  const change = (heading: string, more: Change) =>
    setChanged(new Map(changed).set(heading, { ...changed.get(heading), ...more }));
  const rows = [
    ...log.columns.map(({ heading, role, unit }) => ({ heading, role, unit })),
    ...log.unused.map((heading) => ({ heading, role: "", unit: "" })),
  ];
  const say = () => {
    const own = [...changed].map(([name, { role, isTurned }]): ColumnSaid => {
      const known = role ?? rows.find(({ heading }) => heading === name)?.role;
      return {
        ...(role === undefined ? before.get(name) : {}),
        name,
        role: known || null,
        turned: isTurned ?? before.get(name)?.turned ?? false,
      };
    });
    onSay([...said.filter(({ name }) => !changed.has(name)), ...own]);
    setChanged(new Map());
  };
  return (
    <details>
      <summary>
        {log.columns.length} columns understood{log.unused.length > 0 ? `, ${log.unused.length} not used` : ""}
      </summary>
      <div className="stack">
        <table className={styles.columns}>
          <thead>
            <tr>
              <th>Heading in the file</th>
              <th>taken for</th>
              <th>in</th>
              <th>sign</th>
            </tr>
          </thead>
          <tbody>
            {rows.map((row) => (
              <ColumnRow
                key={row.heading}
                row={row}
                changed={changed.get(row.heading)}
                wasTurned={before.get(row.heading)?.turned ?? false}
                onChange={(more) => change(row.heading, more)}
              />
            ))}
          </tbody>
        </table>
        <div>
          <Button disabled={changed.size === 0} onClick={say}>
            Read again with these
          </Button>
        </div>
        <Assumed log={log} />
      </div>
    </details>
  );
}

/** What one column is taken for, and whether its sign is turned round. */
function ColumnRow({
  row: { heading, role, unit },
  changed,
  wasTurned,
  onChange,
}: {
  row: { heading: string; role: string; unit: string };
  changed: Change | undefined;
  wasTurned: boolean;
  onChange: (more: Change) => void;
}) {
  const now = changed?.role ?? role;
  return (
    <tr>
      <td>{heading}</td>
      <td>
        <select aria-label={`${heading} is`} value={now} onChange={({ target }) => onChange({ role: target.value })}>
          <option value="">not used</option>
          {ROLES.map((each) => (
            <option key={each} value={each}>
              {each.replaceAll("_", " ")}
            </option>
          ))}
        </select>
      </td>
      <td className="number">{unit}</td>
      <td>
        {SIGNED.test(now) && (
          <label className={styles.turned}>
            <input
              type="checkbox"
              aria-label={`Turn ${heading} round`}
              checked={changed?.isTurned ?? wasTurned}
              onChange={({ target }) => onChange({ isTurned: target.checked })}
            />{" "}
            round
          </label>
        )}
      </td>
    </tr>
  );
}

function Assumed({ log: { judgement } }: { log: ReadLog }) {
  const { assumptions, notes } = judgement;
  if (assumptions.length + notes.length === 0) return null;
  return (
    <>
      <h3 className="label">Taken for granted</h3>
      <ul className={styles.small}>
        {notes.map((note) => (
          <li key={note}>{note}</li>
        ))}
        {assumptions.map(({ about, assumed, evidence }) => (
          <li key={about}>
            {about}: <b>{assumed}</b>, for {evidence}
          </li>
        ))}
      </ul>
    </>
  );
}
