"use client";

import { Button } from "antd";
import { useRouter } from "next/navigation";
import { useState } from "react";
import { channelOf } from "@/core/series/channels";
import { formatStoredDay } from "@/shared/format";
import { type InstrumentLine, type InstrumentsPageProps } from "./instrument";
import { connectInstruments } from "./connectInstruments";
import { InstrumentForm } from "./InstrumentForm";
import { InstrumentSheet } from "./InstrumentSheet";
import shelf from "@/shared/Shelf.module.css";
import styles from "./Instruments.module.css";

/** The shop's instruments: what each measures, whether it answers, and until when its calibration counts. */
export function InstrumentsPage({ instruments, mayEdit, isLead }: InstrumentsPageProps) {
  const [open, setOpen] = useState<number | "new" | null>(null);
  return (
    <div className="stack">
      <div className={shelf.head}>
        <p className="soft">
          {instruments.length === 0
            ? "None yet. A wattmeter and a throttle output are a good start."
            : "A run says so when its verdict rests on one whose calibration ran out."}
        </p>
        {mayEdit && (
          <div className="row">
            <AskAll />
            <Button onClick={() => setOpen("new")}>Add an instrument</Button>
          </div>
        )}
      </div>
      {open === "new" && (
        <section className="panel stack" aria-label="A new instrument">
          <h2>A new instrument</h2>
          <HowToConnect />
          <InstrumentForm instrument={null} isLead={isLead} onSaved={setOpen} onCancel={() => setOpen(null)} />
        </section>
      )}
      {instruments.map((each) => (
        <section key={each.id} className={shelf.item} aria-label={each.name}>
          <button
            className={`${shelf.summary} ${styles.summary}`}
            aria-expanded={each.id === open}
            onClick={() => setOpen(each.id === open ? null : each.id)}
          >
            <Summary line={each} />
          </button>
          {each.id === open && (
            <InstrumentSheet
              key={each.version}
              line={each}
              mayEdit={mayEdit}
              isLead={isLead}
              onGone={() => setOpen(null)}
            />
          )}
        </section>
      ))}
    </div>
  );
}

/** Connects what is in use and says what each answers: only when it is asked for. */
function AskAll() {
  const router = useRouter();
  const [isBusy, setBusy] = useState(false);
  const [problem, setProblem] = useState<string | null>(null);
  const ask = async () => {
    setBusy(true);
    setProblem(await connectInstruments());
    setBusy(false);
    router.refresh();
  };
  return (
    <>
      {problem && (
        <span role="alert" className="bad">
          {problem}
        </span>
      )}
      <Button loading={isBusy} onClick={() => void ask()}>
        Ask them who they are
      </Button>
    </>
  );
}

function Summary({ line }: { line: InstrumentLine }) {
  const { name, serial, identity, map, calibrationDue, isOverdue } = line;
  return (
    <>
      <span>
        <strong className={shelf.name}>{name}</strong>
        <span className="soft">
          {identity ? `${identity.maker} ${identity.model}, ` : ""}
          {serial || "no serial number noted"}
        </span>
      </span>
      <span>{[...map.channels.map(({ channel }) => channelOf(channel).label), ...drivesOf(line)].join(" · ")}</span>
      <span>
        <State line={line} />
        {identity && serial && identity.serial !== serial && (
          <span className="watch">▲ answers as {identity.serial}</span>
        )}
        <span className={isOverdue ? "watch" : "soft"}>
          {calibrationDue
            ? `${isOverdue ? "▲ calibration ran out on" : "calibrated until"} ${formatStoredDay(calibrationDue)}`
            : "no calibration date"}
        </span>
      </span>
    </>
  );
}

/** How an instrument can be reached. */
function HowToConnect() {
  return (
    <>
      <p>
        <strong>SCPI over TCP:</strong> supplies, meters, a throttle box. Only these may drive, for a cut must be
        confirmed. <strong>Lines over TCP:</strong> a home-made stand that says “rpm 12040, grams 412” ten times a
        second. <strong>Serial port of this computer:</strong> the same lines over USB; the port is opened on the bench
        page.
      </p>
    </>
  );
}

function State({ line: { isUsed, identity, problem, transport } }: { line: InstrumentLine }) {
  if (!isUsed) return <span className="soft">○ put away</span>;
  if (identity) return <span className="good">● answers</span>;
  if (transport === "serial") return <span className="soft">○ opened from the bench page</span>;
  return problem ? <span className="bad">■ {problem}</span> : <span />;
}

function drivesOf({ map }: InstrumentLine): string[] {
  return map.output ? [map.output.drives === "throttle" ? "drives the throttle" : "drives the servo"] : [];
}
