"use client";

import { Button, Input } from "antd";
import { useMemo, useRef, useState } from "react";
import { kindOfTable } from "@/core/bench/measure/kindOfTable";
import { type Columns } from "@/core/series/columns";
import { decodeText } from "@/core/series/decodeText";
import { joinTables } from "@/core/series/joinTables";
import { lookAtTable, readColumns, TableError, type TableLook } from "@/core/series/readColumns";
import { HEADERS, type MeasurementKind, type MeasurementPast } from "@/core/bench/measure/measureColumns";
import { FileButton, TABLES } from "@/shared/FileButton";
import { FailureNotice } from "@/shared/FailureNotice";
import { useVerb } from "@/shared/useVerb";
import { keepMeasurementAction } from "../bench.action";
import { useFileDrop } from "@/shared/useFileDrop";
import styles from "../Bench.module.css";
import dropNotice from "./DropNotice.module.css";
import { exampleReadings } from "./exampleReadings";
import { EstimateTable } from "../verdict/EstimateTable";
import { MeasuredResult } from "../verdict/MeasuredResult";
import { type RunOptions } from "../runs/benchRun";
import { judgeTable } from "@/core/bench/measure/judgeTable";
import { MEASUREMENT_NAMES } from "./measureText";
import { OPTION_FIELDS } from "./optionFields";
import { MarkSteps } from "./MarkSteps";
import { reduceRecording } from "./reduceRecording";
import { TablePreview } from "./TablePreview";
import { OptionInput } from "../rig/RunSetup";

const MEASUREMENT_ORDER: readonly MeasurementKind[] = ["motor", "power", "esc", "servo", "meter", "pack"];

/** How each is measured, with its cautions. */
const PROCEDURES: Readonly<Record<MeasurementKind, { steps: string; caution: string }>> = {
  motor: {
    steps:
      "Sweep each motor with its prop from low to full throttle; write throttle, volts, amps and rpm at each step. Three motors or more are compared with each other. A file may hold an accelerometer's own recording: balance and bearings are worked out from it.",
    caution: "Craft clamped and guarded, nobody in the prop disc, eye protection, one person has the cut-off.",
  },
  meter: {
    steps:
      "Put an inline meter between pack and craft; at four throttles or more write what the craft shows and what the meter reads.",
    caution: "Props off, or the craft clamped and guarded.",
  },
  servo: {
    steps:
      "On a servo tester go from one end to the other and back in steps, reading the angle at each; then read it some times at rest in the middle. Amps if you have them.",
    caution: "Linkage off, or the surface clear; a stalled servo gets hot within seconds.",
  },
  pack: {
    steps: "Load the pack in steps, nothing to its peak; write the amps and each cell's volts at each step.",
    caution: "Load lithium packs in a fire-safe place; stop at 3.3 V a cell or when it gets warm.",
  },
  power: {
    steps:
      "Wattmeter between pack and craft; standby, brake, cruise and full, some readings each. A log with time, volts and amps will do: its steps are marked afterwards. Give the weakest part's amps, or take the baseline on the rig.",
    caution: "Craft clamped and guarded, nobody in the prop disc, eye protection, one person has the cut-off.",
  },
  esc: {
    steps:
      "Thermometer on the ESC; full throttle until the temperature settles, time, amps of that ESC and °C every few seconds.",
    caution: "Craft clamped and guarded. A hot ESC burns fingers and lights foam; stop at the limit.",
  },
};

/** The table of a wattmeter that knows no throttle; null for any other. */
function withoutThrottle(text: string): Columns | null {
  try {
    const columns = readColumns(text);
    const has = (name: string) => columns.values.has(name);
    return !has("throttle") && has("time") && has("voltage") && has("current") ? columns : null;
  } catch (error) {
    if (error instanceof TableError) return null;
    throw error;
  }
}

/** What a table looks like; null for what is none. */
function lookOf(text: string): TableLook | null {
  try {
    return lookAtTable(text);
  } catch (error) {
    if (error instanceof TableError) return null;
    throw error;
  }
}

/** The text of some files as one table. */
async function textOf(files: readonly File[]): Promise<string> {
  const tables = await Promise.all(
    files.map(async (file) => ({ name: file.name, text: decodeText(new Uint8Array(await file.arrayBuffer())) })),
  );
  return reduceRecording(joinTables(tables));
}

/** Readings typed, pasted or from files: judged as they are typed, and kept on the job as evidence. */
export function MeasurePanel(props: {
  target: { jobId: number; version: number };
  options: RunOptions;
  past: Pick<MeasurementPast, "powerSteps" | "parts">;
}) {
  const { target, past } = props;
  const panel = useRef<HTMLDetailsElement>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const { run, isBusy, failure, reload } = useVerb(keepMeasurementAction);
  const [kind, setKind] = useState<MeasurementKind>("motor");
  const [texts, setTexts] = useState<Partial<Record<MeasurementKind, string>>>({});
  const [options, setOptions] = useState<RunOptions>({ capacityMah: 1500, ...props.options });
  const [isKept, setKept] = useState(false);
  const text = texts[kind] ?? "";
  const result = useMemo(
    () => (text.trim() ? judgeTable(text, kind, options, past) : null),
    [text, kind, options, past],
  );
  const unmarked = useMemo(() => (kind === "power" ? withoutThrottle(text) : null), [text, kind]);
  const look = useMemo(() => (text.trim() ? lookOf(text) : null), [text]);
  const change = (next: string, of = kind) => {
    setTexts({ ...texts, [of]: next });
    setKept(false);
    setProblem(null);
  };
  const take = async (files: readonly File[]) => {
    try {
      const taken = await textOf(files);
      const fitting = kindOfTable((lookOf(taken)?.columns ?? []).flatMap(({ name }) => name ?? [])) ?? kind;
      setKind(fitting);
      change(taken, fitting);
    } catch (error) {
      if (!(error instanceof TableError)) throw error;
      setProblem(error.message);
    }
  };
  const isOver = useFileDrop((files) => {
    if (panel.current) panel.current.open = true;
    panel.current?.scrollIntoView({ block: "start" });
    void take(files);
  });
  return (
    <details className="panel" ref={panel}>
      {isOver && <p className={dropNotice.over}>Drop the readings here: one table, or a file for each motor</p>}
      <summary>
        <span className="label">From readings: typed, pasted or in a file</span>
      </summary>
      <div className={styles.measure}>
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
          {look && <TablePreview look={look} kind={kind} />}
        </div>
        <div className="stack" aria-live="polite">
          {result === null && <p className="soft">The verdict stands here as soon as there are readings.</p>}
          {unmarked && <MarkSteps columns={unmarked} onMarked={change} />}
          {!unmarked && result?.ok === false && (
            <p role="alert" className="bad">
              {result.problem}
            </p>
          )}
          {result?.ok && (
            <>
              <MeasuredResult measured={result.measured} />
              <EstimateTable figures={result.measured.figures} />
              <Button
                type="primary"
                loading={isBusy}
                disabled={isKept}
                onClick={() => void run({ ...target, kind, text, ...options }, () => setKept(true))}
              >
                {isKept ? "Kept on the job" : "Keep on the job as evidence"}
              </Button>
            </>
          )}
          <FailureNotice failure={failure} onReload={reload} />
        </div>
      </div>
    </details>
  );
}
