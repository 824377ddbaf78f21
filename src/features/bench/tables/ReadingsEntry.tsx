import { Input } from "antd";
import { HEADERS } from "@/core/bench/measure/measureColumns";
import { FileButton, TABLES } from "@/shared/FileButton";
import styles from "../Bench.module.css";
import { OptionInput } from "../rig/RunSetup";
import { exampleReadings } from "./exampleReadings";
import { MEASUREMENT_NAMES } from "./measureText";
import { OPTION_FIELDS } from "./optionFields";
import { MEASUREMENT_ORDER, PROCEDURES } from "./procedures";
import { TablePreview } from "./TablePreview";
import { type Readings } from "./useReadings";

/** What was measured, how it is done, and the readings: typed, pasted, or from files. */
export function ReadingsEntry({
  readings: { kind, setKind, text, change, take, options, setOptions, look, nameColumn, problem },
}: {
  readings: Readings;
}) {
  return (
    <div className="stack">
      <div className={styles.kinds} role="group" aria-label="What was measured">
        {MEASUREMENT_ORDER.map((each) => (
          <button key={each} className={styles.kind} aria-pressed={each === kind} onClick={() => setKind(each)}>
            {MEASUREMENT_NAMES[each]}
          </button>
        ))}
      </div>
      <p>{PROCEDURES[kind].steps}</p>
      <p className="caution">{PROCEDURES[kind].caution}</p>
      <div className="row">
        {OPTION_FIELDS[kind].map((field) => (
          <OptionInput
            key={field.name}
            field={field}
            value={options[field.name]}
            onChange={(value) => setOptions({ ...options, [field.name]: value })}
          />
        ))}
      </div>
      <Input.TextArea
        rows={9}
        value={text}
        onChange={(event) => change(event.target.value)}
        placeholder={HEADERS[kind]}
        aria-label="Readings"
        className="number"
      />
      <div className="row">
        <FileButton label="Take files" accept={TABLES} isMultiple onFiles={(files) => void take(files)} />
        <button className={styles.plain} onClick={() => change(exampleReadings(kind))}>
          an example
        </button>
      </div>
      <p className={styles.small}>Or drop them anywhere on this page: one table, or a file for each motor.</p>
      {problem && (
        <p role="alert" className="bad">
          {problem}
        </p>
      )}
      {look && <TablePreview look={look} kind={kind} onName={nameColumn} />}
    </div>
  );
}
