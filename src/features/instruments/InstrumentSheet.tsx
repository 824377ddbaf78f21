"use client";

import { Button } from "antd";
import { useState } from "react";
import { channelOf } from "@/core/series/channels";
import { formatStoredDay } from "@/shared/format";
import { InstrumentForm } from "./InstrumentForm";
import { type InstrumentLine } from "./instrument";
import shelf from "@/shared/Shelf.module.css";
import styles from "./Instruments.module.css";
import { TakeOff, TryIt } from "./InstrumentTools";

const REACHED = { scpi: "SCPI over TCP", line: "lines over TCP", serial: "serial port of this computer" } as const;

/** One instrument opened: how it is reached, what is asked of it, its papers; the form opens on "change". */
export function InstrumentSheet(props: {
  line: InstrumentLine;
  mayEdit: boolean;
  isLead: boolean;
  onGone: () => void;
}) {
  const { line, mayEdit, isLead, onGone } = props;
  const [isChanging, setChanging] = useState(false);
  const { map } = line;
  if (isChanging)
    return (
      <div className={shelf.opened}>
        <InstrumentForm
          instrument={line}
          isLead={isLead}
          onSaved={() => setChanging(false)}
          onCancel={() => setChanging(false)}
        />
      </div>
    );
  return (
    <div className={shelf.opened}>
      <dl className={styles.facts}>
        <dt>Reached by</dt>
        <dd>
          {REACHED[line.transport]}
          {line.transport !== "serial" && (
            <span className="number">
              {" "}
              at {line.host}:{line.port}
            </span>
          )}
        </dd>
        <dt>Serial number</dt>
        <dd className="number">{line.serial || "not noted"}</dd>
        <dt>Calibrated</dt>
        <dd>
          {line.calibratedOn ? formatStoredDay(line.calibratedOn) : "no day noted"}
          {line.calibrationDue && `, due again ${formatStoredDay(line.calibrationDue)}`}
        </dd>
      </dl>
      <table className={styles.asked}>
        <thead>
          <tr>
            <th>Channel</th>
            <th>Asked by</th>
            <th>×</th>
          </tr>
        </thead>
        <tbody>
          {map.channels.map(({ channel, query, factor }) => (
            <tr key={channel}>
              <td>{channelOf(channel).label}</td>
              <td className="number">{query}</td>
              <td className="number">{factor}</td>
            </tr>
          ))}
          {map.output && (
            <tr>
              <td>{map.output.drives === "throttle" ? "Throttle" : "Servo"}, driven</td>
              <td className="number">{map.output.set}</td>
              <td>cut: {map.output.cut}</td>
            </tr>
          )}
        </tbody>
      </table>
      {mayEdit && (
        <div className="row">
          <TryIt input={() => ({ ...line, mapText: JSON.stringify(map) })} isSerial={line.transport === "serial"} />
          <Button onClick={() => setChanging(true)}>Change it</Button>
          {isLead && <TakeOff instrument={line} onGone={onGone} />}
        </div>
      )}
    </div>
  );
}
