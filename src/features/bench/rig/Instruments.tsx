"use client";

import Link from "next/link";
import { useState } from "react";
import { channelOf } from "@/core/series/channels";
import { type RigStatus } from "@/rigs/runProtocol";
import styles from "../Bench.module.css";
import { type SerialStands } from "./useSerialStands";

interface Props {
  rig: RigStatus | undefined;
  problem: string | undefined;
  serial: SerialStands;
  overdue: readonly string[];
}

/** The rig's instruments in a line; each by itself on request, and those in trouble always. */
export function Instruments({ rig, problem, serial, overdue }: Props) {
  const [isOpen, setOpen] = useState(false);
  if (problem) return <p className="bad">{problem}</p>;
  if (!rig) return <p className="soft">Connecting …</p>;
  if (rig.instruments.length === 0)
    return (
      <p className="soft">
        No instruments yet. <Link href="/instruments">Add the first</Link>.
      </p>
    );
  const connected = rig.instruments.filter(({ identity }) => identity);
  const shown = rig.instruments.filter(({ name, identity }) => isOpen || !identity || overdue.includes(name));
  return (
    <div className={styles.small}>
      <p>
        <span className={connected.length > 0 ? "good" : "bad"}>
          {connected.length > 0 ? "●" : "■"} {connected.length} of {rig.instruments.length} connected
        </span>{" "}
        <button className={styles.plain} aria-expanded={isOpen} onClick={() => setOpen(!isOpen)}>
          {isOpen ? "fewer" : "show all"}
        </button>{" "}
        · <Link href="/instruments">change</Link>
      </p>
      {shown.map(({ id, name, identity, problem: trouble, address, channels, reads, drives }) => (
        <p key={id} title={`at ${address}`}>
          {identity ? <span className="good">●</span> : <span className="bad">■ {trouble}</span>} {name}
          {identity && ` ${identity.model}, ${identity.serial}`}
          {isOpen && (
            <> · {[...channels.map((each) => channelOf(each).label), ...(drives ? [drives] : [])].join(", ")}</>
          )}
          {overdue.includes(name) && <span className="watch"> ▲ calibration overdue</span>}
          {!identity && address === "serial port" && serial.isPossible && (
            <>
              {" "}
              <button className={styles.plain} onClick={() => void serial.open(id, reads)}>
                open the port
              </button>
            </>
          )}
        </p>
      ))}
      {serial.problem && <p className="bad">{serial.problem}</p>}
    </div>
  );
}
