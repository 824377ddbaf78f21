"use client";

import { Button, Input, InputNumber, Progress } from "antd";
import { useEffect, useState } from "react";
import { type ColumnSaid } from "@/core/flightlog/channels/columnMap";
import drop from "@/shared/DropNotice.module.css";
import { FailureNotice } from "@/shared/FailureNotice";
import { FileButton } from "@/shared/FileButton";
import { formatDateTime } from "@/shared/format";
import { useFileDrop } from "@/shared/useFileDrop";
import { useVerb } from "@/shared/useVerb";
import { type ReadLog } from "@/workers/flightlog/protocol";
import { ColumnsTable } from "./ColumnsTable";
import { evidenceOf } from "./evidence";
import { handOverAction, noteLogAction } from "./flightlog.action";
import { type Judgement, type ShownVerdict } from "./flightlog.schema";
import { type LogLabData, type ShownLog } from "./getLogLab";
import { type Range, rangeFor } from "./lanes";
import styles from "./LogLab.module.css";
import { LogView } from "./LogView";
import { OtherFlightPanel } from "./OtherFlight";
import { recallColumns, rememberColumns } from "./rememberedColumns";
import { useFlightlogClient } from "./useFlightlogClient";
import { useLogReader } from "./useLogReader";
import { VerdictList } from "./VerdictList";

const LOGS = ".csv,.txt,.tsv,.log,.mcap,.parquet,text/csv,text/plain,text/tab-separated-values";

/** The log lab of a job: a log is given, read, judged, looked at and kept. */
export function LogLab({ target, mayEdit, logs, flights }: LogLabData) {
  const { client, renew, isBroken } = useFlightlogClient();
  const [logId, setLogId] = useState<number | null>(logs[0]?.id ?? null);
  const [charger, setCharger] = useState<number | null>(null);
  const [pack, setPack] = useState<number | null>(null);
  const reader = useLogReader(client, renew, target.jobId, setLogId);
  const [said, setSaid] = useState<ColumnSaid[]>([]);
  const options = (columns: ColumnSaid[]) => ({
    chargerMah: charger ?? undefined,
    packMah: pack ?? undefined,
    columns: columns.length > 0 ? columns : undefined,
  });
  const say = (columns: ColumnSaid[], log: ReadLog) => {
    rememberColumns(headingsOf(log), columns);
    setSaid(columns);
    void reader.again(options(columns));
  };
  const take = async ([file]: File[]) => {
    if (!file || !mayEdit) return;
    setSaid([]);
    const log = await reader.read(file, options([]));
    // Headings that somebody spoke of before are read as he said.
    const before = log ? recallColumns(headingsOf(log)) : [];
    if (log && before.length > 0) say(before, log);
  };
  const isOver = useFileDrop((files) => void take(files));
  const { reading } = reader;
  const fresh = "log" in reading ? reading.log : undefined;

  const kept = logs.find(({ id }) => id === logId) ?? logs[0];
  return (
    <div className="stack">
      {isOver && <div className={drop.over}>Drop the flight log</div>}
      <section className="panel stack" aria-label="Flight log">
        <div className={styles.fields}>
          {mayEdit && (
            <FileButton
              label={logs.length > 0 || fresh ? "Another log" : "Read a flight log"}
              accept={LOGS}
              onFiles={(files) => void take(files)}
            />
          )}
          {fresh && (
            <>
              <label className={styles.field}>
                <span className={styles.small}>Charger put back, mAh</span>
                <InputNumber value={charger} min={1} max={1e6} onChange={setCharger} />
              </label>
              <label className={styles.field}>
                <span className={styles.small}>Pack holds, mAh</span>
                <InputNumber value={pack} min={1} max={1e6} onChange={setPack} />
              </label>
              {reading.step !== "keeping" && (
                <Button onClick={() => void reader.again(options(said))}>Judge again</Button>
              )}
            </>
          )}
          <ReadingStep
            reading={reading}
            onStop={reader.stop}
            onKeep={() => void reader.keep()}
            onDiscard={reader.discard}
          />
        </div>
        {isBroken && (
          <p className="bad" role="alert">
            The reader gave up: the log may be too large for this machine.{" "}
            <Button onClick={reader.stop}>Begin again</Button>
          </p>
        )}
        {logs.length > 1 && !fresh && (
          <div className={styles.chips} role="group" aria-label="Logs of this job">
            {logs.map(({ id, fileName }) => (
              <button
                key={id}
                type="button"
                className={styles.chip}
                aria-pressed={id === kept?.id}
                onClick={() => setLogId(id)}
              >
                {fileName}
              </button>
            ))}
          </div>
        )}
        {logs.length === 0 && reading.step === "none" && (
          <p className="soft">
            Any table with a clock will do: comma, semicolon or tab, any headings, any units. It is read on this
            machine; nothing leaves it until you keep it.
          </p>
        )}
      </section>
      {fresh ? (
        <LogDesk
          key={`${fresh.sha256} ${said.length}`}
          {...{ client }}
          logKey={`fresh ${fresh.sha256} ${said.length}`}
          log={{
            ...fresh,
            fileName: "fileName" in reading ? reading.fileName : "",
            judgement: fresh.judgement as Judgement,
            notes: [],
          }}
          below={
            <>
              {fresh.judgement.figures && (
                <OtherFlightPanel
                  figures={fresh.judgement.figures as NonNullable<Judgement["figures"]>}
                  others={flights}
                />
              )}
              <ColumnsTable log={fresh} said={said} onSay={(columns) => say(columns, fresh)} />
            </>
          }
        />
      ) : (
        kept &&
        reading.step !== "reading" && <KeptLogDesk key={kept.id} {...{ client, log: kept, target, mayEdit, flights }} />
      )}
    </div>
  );
}

function headingsOf({ columns, unused }: ReadLog): string[] {
  return [...columns.map(({ heading }) => heading), ...unused];
}

function ReadingStep({
  reading,
  onStop,
  onKeep,
  onDiscard,
}: {
  reading: ReturnType<typeof useLogReader>["reading"];
  onStop: () => void;
  onKeep: () => void;
  onDiscard: () => void;
}) {
  switch (reading.step) {
    case "reading":
      return (
        <div className={styles.fields} role="status">
          <span>
            Reading {reading.fileName}: {(reading.share * 100).toFixed(0)} %
            {reading.leftS === null ? "" : `, ${Math.ceil(reading.leftS)} s left`}
          </span>
          <Progress percent={reading.share * 100} showInfo={false} style={{ width: 200 }} />
          <Button onClick={onStop}>Stop</Button>
        </div>
      );
    case "read":
      return (
        <div className={styles.fields}>
          <Button type="primary" onClick={onKeep}>
            Keep it with the job
          </Button>
          <Button onClick={onDiscard}>Put it away</Button>
          <span className="soft">Not yet kept.</span>
        </div>
      );
    case "keeping":
      return (
        <p role="status">
          Keeping {reading.fileName}: {(reading.share * 100).toFixed(0)} %
        </p>
      );
    case "failed":
      return (
        <div role="alert" className="stack">
          <p>
            <strong className="bad">{reading.log ? "Not kept. " : "Not read. "}</strong>
            {reading.fileName}: {reading.message}
          </p>
          {reading.log && (
            <div>
              <Button onClick={onKeep}>Go on keeping it</Button>
            </div>
          )}
        </div>
      );
    default:
      return null;
  }
}

interface DeskLog extends Pick<ShownLog, "fileName" | "durationS" | "rateHz" | "rowCount" | "columns" | "judgement"> {
  notes: readonly { atS: number; note: string; personName?: string }[];
}

/** A log's verdicts beside its picture. */
function LogDesk({
  client,
  logKey,
  log,
  below,
  besideView,
}: {
  client: Parameters<typeof LogView>[0]["client"];
  logKey: string;
  log: DeskLog;
  below?: React.ReactNode;
  besideView?: (range: Range) => React.ReactNode;
}) {
  const { judgement, durationS } = log;
  const [chosen, setChosen] = useState<ShownVerdict | null>(judgement.verdicts[0] ?? null);
  const [range, setRange] = useState<Range>(chosen ? rangeFor(chosen, durationS) : { fromS: 0, toS: durationS });
  const choose = (verdict: ShownVerdict) => {
    setChosen(verdict);
    setRange(rangeFor(verdict, durationS));
  };
  return (
    <div className={styles.lab}>
      <section className="panel stack" aria-label="What the log says">
        <div className={styles.head}>
          <h2>{log.fileName}</h2>
          <span className={styles.small}>
            {judgement.craft}, {durationS.toFixed(1)} s, {log.rateHz.toFixed(0)} lines a second
          </span>
        </div>
        <VerdictList judgement={judgement} chosen={chosen} onChoose={choose} />
        {log.notes.length > 0 && (
          <ul className={styles.small}>
            {log.notes.map(({ atS, note, personName }) => (
              <li key={`${atS} ${note}`}>
                <button
                  type="button"
                  className={styles.chip}
                  aria-pressed={false}
                  onClick={() => setRange({ fromS: Math.max(0, atS - 2), toS: Math.min(durationS, atS + 2) })}
                >
                  {atS.toFixed(2)} s
                </button>{" "}
                {note}
                {personName ? ` (${personName})` : ""}
              </li>
            ))}
          </ul>
        )}
        {below}
      </section>
      <LogView
        {...{ client, logKey, durationS, judgement, chosen, range }}
        columns={log.columns}
        onRange={setRange}
        notes={log.notes}
      >
        {besideView?.(range)}
      </LogView>
    </div>
  );
}

/** A log that the shop keeps: it can be handed to Isolate, and remarked on. */
function KeptLogDesk({
  client,
  log,
  target,
  mayEdit,
  flights,
}: {
  client: Parameters<typeof LogView>[0]["client"];
  log: ShownLog;
  target: LogLabData["target"];
  mayEdit: boolean;
  flights: LogLabData["flights"];
}) {
  const hand = useVerb(handOverAction);
  // The worker turns to this log before anything is drawn of it.
  const { id, rowCount } = log;
  const [isOpen, setOpen] = useState(false);
  useEffect(() => {
    let isGone = false;
    void client()
      .open({ logId: id, rowCount })
      .then(() => {
        if (!isGone) setOpen(true);
      });
    return () => {
      isGone = true;
    };
  }, [client, id, rowCount]);
  const codes = log.judgement.verdicts
    .filter(
      ({ severity, code }) => severity === "fault" && Object.keys(evidenceOf(code, log.judgement.craft)).length > 0,
    )
    .map(({ code }) => code);
  const below = (
    <div className="stack">
      {mayEdit && codes.length > 0 && (
        <Button
          type={log.isHandedOver ? "default" : "primary"}
          loading={hand.isBusy}
          disabled={log.isHandedOver}
          onClick={() => void hand.run({ ...target, logId: id, codes })}
        >
          {log.isHandedOver ? "Handed to Isolate" : "Hand to Isolate as findings"}
        </Button>
      )}
      <FailureNotice failure={hand.failure} onReload={hand.reload} />
      {log.judgement.figures && (
        <OtherFlightPanel figures={log.judgement.figures} others={flights.filter((each) => each.id !== id)} />
      )}
      <p className={styles.small}>
        Kept by {log.personName}, {formatDateTime(log.addedAt)}
      </p>
    </div>
  );
  if (!isOpen) return <p className="soft">Fetching the log…</p>;
  return (
    <LogDesk
      {...{ client, log, below }}
      logKey={`kept ${id}`}
      besideView={(range) => mayEdit && <NoteForm target={target} logId={id} atS={(range.fromS + range.toS) / 2} />}
    />
  );
}

/** A remark at the middle of the view. */
function NoteForm({ target, logId, atS }: { target: LogLabData["target"]; logId: number; atS: number }) {
  const [note, setNote] = useState("");
  const { run, isBusy, failure, reload } = useVerb(noteLogAction);
  return (
    <div className="stack">
      <div className={styles.fields}>
        <label style={{ flex: 1 }}>
          <span className="label">Remark at {atS.toFixed(2)} s, the middle of the view</span>
          <Input value={note} maxLength={300} onChange={({ target: field }) => setNote(field.value)} />
        </label>
        <Button
          loading={isBusy}
          disabled={note.trim().length < 3}
          onClick={() => void run({ ...target, logId, atS, note }, () => setNote(""))}
        >
          Keep the remark
        </Button>
      </div>
      <FailureNotice failure={failure} onReload={reload} />
    </div>
  );
}
