"use client";

import { Button, Input } from "antd";
import { useState } from "react";
import { compareEscs, copyToAll, ESC_SETTINGS, type EscMatrix } from "@/core/bench/escSettings";
import { FailureNotice } from "@/shared/FailureNotice";
import { useVerb } from "@/shared/useVerb";
import { saveEscSettingsAction } from "../bench.action";
import styles from "../Bench.module.css";

interface Props {
  target: { jobId: number; version: number };
  motorCount: number;
  saved: { matrix: EscMatrix; version: number } | null;
}

const STATES = { alike: "● alike", explained: "● explained", differs: "■ differs", "not read": "○ not read" } as const;
const STATE_CLASS = { alike: "good", explained: "good", differs: "bad", "not read": "soft" } as const;

/** All ESCs of the craft setting by setting: what differs is marked, and copied or explained. */
export function EscSettingsPanel({ target, motorCount, saved }: Props) {
  const { run, isBusy, failure, reload } = useVerb(saveEscSettingsAction);
  const [matrix, setMatrix] = useState<EscMatrix>(
    () => saved?.matrix ?? { rows: ESC_SETTINGS.map((setting) => emptyRow(setting, motorCount)) },
  );
  const compared = compareEscs(matrix);
  const change = (place: number, row: Row) =>
    setMatrix({ rows: matrix.rows.map((each, at) => (at === place ? row : each)) });
  const places = matrix.rows[0]?.values.map((_, at) => at) ?? [];
  const differing = compared.filter(({ state }) => state === "differs").length;
  return (
    <details className="panel">
      <summary>
        <span className="label">ESC settings side by side</span>{" "}
        {differing > 0 && <span className="bad">■ {differing} differ</span>}
      </summary>
      <div className={styles.scroll}>
        <table className={styles.matrix}>
          <thead>
            <tr>
              <th>Setting</th>
              {places.map((place) => (
                <th key={place}>ESC {place + 1}</th>
              ))}
              <th />
              <th>Why it differs</th>
            </tr>
          </thead>
          <tbody>
            {matrix.rows.map((row, at) => (
              <SettingRow key={row.setting} row={row} compared={compared[at]!} onChange={(next) => change(at, next)} />
            ))}
          </tbody>
        </table>
      </div>
      <div className="row">
        <Button
          type="primary"
          loading={isBusy}
          onClick={() => void run({ ...target, settingsVersion: saved?.version ?? 0, matrix })}
        >
          Save, and keep on the job
        </Button>
        <span className={styles.small}>
          Analogue protocols need both end points alike on all; which protocol fits is worked out under Calculators, ESC
          protocol timing.
        </span>
      </div>
      <FailureNotice failure={failure} onReload={reload} />
    </details>
  );
}

type Row = EscMatrix["rows"][number];

/** One setting over all ESCs, with why it may differ. */
function SettingRow({
  row,
  compared: { state, odd },
  onChange,
}: {
  row: Row;
  compared: ReturnType<typeof compareEscs>[number];
  onChange: (row: Row) => void;
}) {
  const put = (place: number, value: string) =>
    onChange({ ...row, values: row.values.map((each, at) => (at === place ? value : each)) });
  return (
    <tr>
      <th>{row.setting}</th>
      {row.values.map((value, place) => (
        <td key={place}>
          <Input
            value={value}
            status={state === "differs" && odd.includes(place) ? "error" : ""}
            aria-label={`${row.setting}, ESC ${place + 1}`}
            maxLength={60}
            onChange={(event) => put(place, event.target.value)}
          />
        </td>
      ))}
      <td className={STATE_CLASS[state]}>
        {STATES[state]}
        {(state === "differs" || state === "not read") && row.values[0] && (
          <>
            {" "}
            <button className={styles.plain} onClick={() => onChange(copyToAll(row, 0))}>
              ESC 1 to all
            </button>
          </>
        )}
      </td>
      <td>
        <Input
          value={row.reason}
          aria-label={`Why ${row.setting} differs`}
          maxLength={200}
          onChange={(event) => onChange({ ...row, reason: event.target.value })}
        />
      </td>
    </tr>
  );
}

function emptyRow(setting: string, motorCount: number): Row {
  return { setting, values: Array.from({ length: Math.min(12, motorCount) }, () => ""), reason: "" };
}
