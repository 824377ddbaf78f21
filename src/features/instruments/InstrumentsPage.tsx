"use client";

import { Button } from "antd";
import { useEffect, useRef, useState } from "react";
import { channelOf } from "@/core/series/channels";
import { type InstrumentIdentity } from "@/rigs/instruments";
import { type ShopInstrument } from "./instrument";
import { InstrumentForm } from "./InstrumentForm";
import list from "@/shared/PickList.module.css";
import styles from "./Instruments.module.css";

/** An instrument with what the rig says of it. */
export interface InstrumentLine extends ShopInstrument {
  isOverdue: boolean;
  identity: InstrumentIdentity | null;
  problem: string | null;
}

/** What the page of the instruments is given. */
export interface InstrumentsPageProps {
  instruments: readonly InstrumentLine[];
  mayEdit: boolean;
  mayDelete: boolean;
}

/** The shop's instruments: what each measures, whether it answers, and until when its calibration counts. */
export function InstrumentsPage({ instruments, mayEdit, mayDelete }: InstrumentsPageProps) {
  const [chosen, choose] = useState<number | "new" | null>(null);
  const one = instruments.find(({ id }) => id === chosen) ?? null;
  const detail = useRef<HTMLDivElement>(null);
  // On a narrow screen it lies below the list.
  useEffect(() => {
    if (chosen !== null) detail.current?.scrollIntoView({ block: "start" });
  }, [chosen]);
  return (
    <div className={styles.page}>
      <section className="panel stack" aria-label="Instruments">
        <h2>Instruments</h2>
        {instruments.length === 0 && (
          <p className="soft">None yet. A wattmeter and a throttle output are a good start.</p>
        )}
        <div>
          {instruments.map((each) => (
            <button
              key={each.id}
              className={list.line}
              aria-pressed={each.id === chosen}
              onClick={() => choose(each.id)}
            >
              <strong>{each.name}</strong>
              <State line={each} />
              <span className="soft">
                {each.identity ? `${each.identity.maker} ${each.identity.model}, ` : ""}
                {each.serial || "no serial number noted"}
                {each.identity && each.serial && each.identity.serial !== each.serial && (
                  <span className="watch"> ▲ answers as {each.identity.serial}</span>
                )}
              </span>
              <span>
                {[...each.map.channels.map(({ channel }) => channelOf(channel).label), ...drivesOf(each)].join(" · ")}
              </span>
              <span className={each.isOverdue ? "watch" : "soft"}>
                {each.calibrationDue
                  ? `${each.isOverdue ? "▲ calibration ran out on" : "calibrated until"} ${each.calibrationDue}`
                  : "no calibration date"}
              </span>
            </button>
          ))}
        </div>
        {mayEdit && <Button onClick={() => choose("new")}>Add an instrument</Button>}
      </section>
      <div ref={detail} className={styles.detail}>
        {one || chosen === "new" ? (
          <InstrumentForm
            key={one ? `${one.id} ${one.version}` : "new"}
            instrument={one}
            mayEdit={mayEdit}
            mayDelete={mayDelete}
            onSaved={(id) => choose(id)}
            onGone={() => choose(null)}
          />
        ) : (
          <HowToConnect />
        )}
      </div>
    </div>
  );
}

/** What stands beside the list until one is chosen. */
function HowToConnect() {
  return (
    <section className="panel stack" aria-label="How they are reached">
      <h2>How they are reached</h2>
      <p>
        <strong>SCPI over TCP:</strong> supplies, meters, a throttle box. Only these may drive, for a cut must be
        confirmed. What is asked of each stands in a small command map that you can take from a file and hand on.
      </p>
      <p>
        <strong>Lines over TCP:</strong> a home-made stand that says “rpm 12040, grams 412” ten times a second.
      </p>
      <p>
        <strong>Serial port of this computer:</strong> the same lines over USB; the port is opened on the bench page.
      </p>
      <p className="soft">
        Choose one on the list for its serial number and calibration. A run says so when its verdict rests on one that
        is overdue.
      </p>
    </section>
  );
}

function State({ line: { isUsed, identity, problem, transport } }: { line: InstrumentLine }) {
  if (!isUsed) return <span className="soft">○ put away</span>;
  if (identity) return <span className="good">● answers</span>;
  if (transport === "serial") return <span className="soft">○ opened from the bench page</span>;
  return problem ? <span className="bad">■ {problem}</span> : <span />;
}

function drivesOf({ map }: ShopInstrument): string[] {
  return map.output ? [map.output.drives === "throttle" ? "drives the throttle" : "drives the servo"] : [];
}
