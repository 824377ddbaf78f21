"use client";

import { Button } from "antd";
import { useEffect, useState } from "react";
import { FailureNotice } from "@/shared/FailureNotice";
import { formatDateTime } from "@/shared/format";
import { useVerb } from "@/shared/useVerb";
import { type Clock } from "@/workers/flightlog/protocol";
import { BesidePanel } from "./beside/BesidePanel";
import { besideOf, putBeside, useBeside } from "./beside/useBeside";
import { evidenceOf } from "./evidence";
import { handOverAction, keepLookAction } from "./flightlog.action";
import { type Look } from "./flightlog.schema";
import { type LogLabData, type ShownLog } from "./getLogLab";
import { LogDesk } from "./LogDesk";
import styles from "./LogLab.module.css";
import { OtherFlightPanel } from "./OtherFlight";
import { SaveLog } from "./SaveLog";
import { RemarkForm } from "./RemarkForm";
import { type LogView } from "./view/LogView";

/** A log that the shop keeps: it can be handed to Isolate, and remarked on. */
export function KeptLogDesk({
  client,
  log,
  target,
  mayEdit,
  flights,
  logs,
}: {
  client: Parameters<typeof LogView>[0]["client"];
  log: ShownLog;
  target: LogLabData["target"];
  mayEdit: boolean;
  flights: LogLabData["flights"];
  /** Of the job, this one among them. */
  logs: readonly ShownLog[];
}) {
  const hand = useVerb(handOverAction);
  // The worker turns to this log before anything is drawn of it.
  const { id, rowCount } = log;
  const [isOpen, setOpen] = useState(false);
  const others = logs.filter((each) => each.id !== id);
  const [first] = useState(() => besideOf(log.look?.beside, others));
  const other = useBeside(client, log, others, first);
  useEffect(() => {
    let isGone = false;
    void client()
      .open({ logId: id, rowCount })
      .then(() => putBeside(client(), first))
      .then(() => {
        if (!isGone) setOpen(true);
      });
    return () => {
      isGone = true;
    };
  }, [client, id, rowCount, first]);
  const { beside } = other;
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
      <BesidePanel {...other} others={others} />
      {log.judgement.figures && (
        <OtherFlightPanel figures={log.judgement.figures} others={flights.filter((each) => each.id !== id)} />
      )}
      <SaveLog {...{ client, log }} />
      <p className={styles.small}>
        Kept by {log.personName}, {formatDateTime(log.addedAt)}
      </p>
    </div>
  );
  if (!isOpen) return <p className="soft">Fetching the log…</p>;
  return (
    <LogDesk
      {...{ client, log, below }}
      logKey={`kept ${id} ${beside ? [beside.log.id, beside.offsetS, beside.drift].join() : ""}`}
      other={beside?.log.columns}
      besideView={(look) =>
        mayEdit && (
          <>
            <RemarkForm target={target} logId={id} atS={(look.fromS + look.toS) / 2} />
            <KeepLook
              logId={id}
              look={beside ? { ...look, beside: { logId: beside.log.id, ...clockOf(beside) } } : look}
              kept={log.look}
            />
          </>
        )
      }
    />
  );
}

function clockOf({ offsetS, drift }: Clock): Clock {
  return { offsetS, drift };
}

/** Keeps the view for whoever opens the log next. */
function KeepLook({ logId, look, kept }: { logId: number; look: Look; kept: Look | null }) {
  const { run, isBusy, failure, reload } = useVerb(keepLookAction);
  const isKept = JSON.stringify(kept) === JSON.stringify(look);
  return (
    <div className="stack">
      <div className={styles.fields}>
        <Button loading={isBusy} disabled={isKept} onClick={() => void run({ logId, look })}>
          {isKept ? "This view is kept" : "Keep this view with the log"}
        </Button>
        <span className="soft">Whoever opens the log next sees it so.</span>
      </div>
      <FailureNotice failure={failure} onReload={reload} />
    </div>
  );
}
