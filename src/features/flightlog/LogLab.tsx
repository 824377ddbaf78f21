"use client";

import { Button, InputNumber } from "antd";
import { useState } from "react";
import { type ColumnSaid } from "@/core/flightlog/channels/columnMap";
import drop from "@/shared/DropNotice.module.css";
import { usePreparedCharts } from "@/shared/charts/usePreparedCharts";
import { FileButton } from "@/shared/FileButton";
import { useFileDrop } from "@/shared/useFileDrop";
import { type ReadLog } from "@/workers/flightlog/protocol";
import { ColumnsTable } from "./reading/ColumnsTable";
import { type Judgement } from "./flightlog.schema";
import { type LogLabData } from "./getLogLab";
import { KeptLogDesk } from "./KeptLogDesk";
import { LogDesk } from "./LogDesk";
import styles from "./LogLab.module.css";
import { OtherFlightPanel } from "./OtherFlight";
import { recallColumns, rememberColumns } from "./reading/rememberedColumns";
import { useFlightlogClient } from "./useFlightlogClient";
import { ReadingStep } from "./reading/ReadingStep";
import { useLogReader } from "./reading/useLogReader";

const LOGS = ".csv,.txt,.tsv,.log,.mcap,.parquet,text/csv,text/plain,text/tab-separated-values";

/** The log lab of a job: a log is given, read, judged, looked at and kept. */
export function LogLab({ target, mayEdit, logs, flights }: LogLabData) {
  const { client, renew, isBroken } = useFlightlogClient();
  usePreparedCharts();
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

  /** Nothing is under way: what there is to say of logs fits on a line. */
  const isQuiet = logs.length > 0 && reading.step === "none" && !isBroken;
  const kept = logs.find(({ id }) => id === logId) ?? logs[0];
  return (
    <div className="stack">
      {isOver && <div className={drop.over}>Drop the flight log</div>}
      <section className={isQuiet ? styles.bar : "panel stack"} aria-label="Flight log">
        <div className={styles.fields}>
          {mayEdit && (
            <FileButton
              label={logs.length > 0 || fresh ? "Another log" : "Read a flight log"}
              accept={LOGS}
              onFiles={(files) => void take(files)}
            />
          )}
          {fresh && <PackFields {...{ charger, pack, onCharger: setCharger, onPack: setPack }} />}
          {fresh && reading.step !== "keeping" && (
            <Button onClick={() => void reader.again(options(said))}>Judge again</Button>
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
            The reader gave up: it could not be loaded, or the log is too large for this machine.{" "}
            <Button onClick={reader.stop}>Begin again</Button>
          </p>
        )}
        {logs.length > 1 && !fresh && <KeptLogs logs={logs} chosen={kept?.id} onChoose={setLogId} />}
        {logs.length === 0 && reading.step === "none" && (
          <p className="soft">
            Any table with a clock will do: comma, semicolon or tab, any headings, any units. It is read on this
            machine; nothing leaves it until you keep it.
          </p>
        )}
      </section>
      {fresh ? (
        <FreshLog
          {...{ client, log: fresh, said, flights }}
          fileName={"fileName" in reading ? reading.fileName : ""}
          onSay={(columns) => say(columns, fresh)}
        />
      ) : (
        kept &&
        reading.step !== "reading" && (
          <KeptLogDesk key={kept.id} {...{ client, log: kept, target, mayEdit, flights, logs }} />
        )
      )}
    </div>
  );
}

/** A log that was read and not kept yet: what it says, and what its columns are taken for. */
function FreshLog({
  client,
  log,
  fileName,
  said,
  flights,
  onSay,
}: {
  client: ReturnType<typeof useFlightlogClient>["client"];
  log: ReadLog;
  fileName: string;
  said: ColumnSaid[];
  flights: LogLabData["flights"];
  onSay: (columns: ColumnSaid[]) => void;
}) {
  const logKey = `fresh ${log.sha256} ${said.length}`;
  const judgement = log.judgement as Judgement;
  return (
    <LogDesk
      key={logKey}
      {...{ client, logKey }}
      log={{ ...log, fileName, judgement, notes: [], look: null }}
      below={
        <>
          {judgement.figures && <OtherFlightPanel figures={judgement.figures} others={flights} />}
          <ColumnsTable log={log} said={said} onSay={onSay} />
        </>
      }
    />
  );
}

/** What the log does not know of the pack. */
function PackFields({
  charger,
  pack,
  onCharger,
  onPack,
}: {
  charger: number | null;
  pack: number | null;
  onCharger: (mah: number | null) => void;
  onPack: (mah: number | null) => void;
}) {
  return (
    <>
      <label className={styles.field}>
        <span className={styles.small}>Charger put back, mAh</span>
        <InputNumber value={charger} min={1} max={1e6} onChange={onCharger} />
      </label>
      <label className={styles.field}>
        <span className={styles.small}>Pack holds, mAh</span>
        <InputNumber value={pack} min={1} max={1e6} onChange={onPack} />
      </label>
    </>
  );
}

function KeptLogs({
  logs,
  chosen,
  onChoose,
}: {
  logs: LogLabData["logs"];
  chosen: number | undefined;
  onChoose: (logId: number) => void;
}) {
  return (
    <div className={styles.chips} role="group" aria-label="Logs of this job">
      {logs.map(({ id, fileName }) => (
        <button
          key={id}
          type="button"
          className={styles.chip}
          aria-pressed={id === chosen}
          onClick={() => onChoose(id)}
        >
          {fileName}
        </button>
      ))}
    </div>
  );
}

function headingsOf({ columns, unused }: ReadLog): string[] {
  return [...columns.map(({ heading }) => heading), ...unused];
}
