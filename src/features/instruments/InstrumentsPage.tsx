"use client";

import { Button } from "antd";
import { useState } from "react";
import { channelOf } from "@/core/bench/run/channels";
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
}

/** The shop's instruments: what each measures, whether it answers, and until when its calibration counts. */
export function InstrumentsPage({ instruments, mayEdit }: InstrumentsPageProps) {
  const [chosen, choose] = useState<number | "new" | null>(null);
  const one = instruments.find(({ id }) => id === chosen) ?? null;
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
      {(one || chosen === "new") && (
        <InstrumentForm
          key={one ? `${one.id} ${one.version}` : "new"}
          instrument={one}
          mayEdit={mayEdit}
          onSaved={(id) => choose(id)}
        />
      )}
    </div>
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
