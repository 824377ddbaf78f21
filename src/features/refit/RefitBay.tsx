"use client";

import { Button } from "antd";
import Link from "next/link";
import { useState } from "react";
import { hasBurnt } from "@/core/refit/burntParts";
import { type Mendable } from "@/core/refit/mendable";
import { type Position } from "@/features/craft/positionsOf";
import { PlaceMap } from "@/features/craft/drawing/PlaceMap";
import { NextBay } from "@/features/job/bays/NextBay";
import { ChangeSettingForm } from "./ChangeSettingForm";
import { ReservePanel } from "./ReservePanel";
import styles from "./Refit.module.css";
import { SetsPanel } from "./SetsPanel";
import { type RepairCosts, type ShelfChoice } from "./refitView";
import { RepairOrReplacePanel } from "./RepairOrReplacePanel";
import { ReplacePartForm } from "./ReplacePartForm";

/** What the Refit page is given. */
export interface RefitBayProps {
  target: { jobId: number; version: number };
  /** Those that stand, oldest first. */
  causes: readonly {
    seq: number;
    lines: readonly string[];
    place: string;
    /** The repair of its one fault, where that needs no new part. */
    mend: { name: string; on: Mendable } | null;
    isOpen: boolean;
    isFailed: boolean;
  }[];
  positions: readonly (Position & { kindName: string; place: string; isSuspect: boolean })[];
  /** What is unlike within the sets of ESCs, motors and props. */
  alarms: readonly string[];
  shelves: readonly ShelfChoice[];
  costs: RepairCosts;
  proofs: readonly { title: string; state: string }[];
  mayEdit: boolean;
  isHere: boolean;
}

/** Parts with their positions and past; the old one out, the new one in; the proofs that asks for. */
export function RefitBay(props: RefitBayProps) {
  const { target, causes, positions, alarms, shelves, costs, proofs, mayEdit, isHere } = props;
  const kinds = [...new Set(positions.map(({ kind }) => kind))];
  const inHand = causeInHand(causes);
  const mend = inHand?.mend ?? null;
  const [openPosition, open] = useState<string | null>(
    mend === null ? (positions.find(({ isSuspect, fitted }) => isSuspect && fitted)?.position ?? null) : null,
  );
  const [isSetting, setSetting] = useState(mend !== null);
  const openProofs = proofs.filter(({ state }) => state === "open" || state === "failed").length;
  return (
    <div className={styles.bay}>
      <div className="stack">
        <CausePanel causes={causes} />
        <BeforeSection />
        {mayEdit && <RepairOrReplacePanel costs={costs} kinds={kinds} />}
      </div>
      <section className="panel" aria-label="Parts">
        <h2>Parts on this craft</h2>
        <div className={styles.map}>
          <PlaceMap
            places={positions.map(({ place }) => place)}
            marked={positions.filter(({ isSuspect }) => isSuspect).map(({ place }) => place)}
            label={suspectLabel(positions)}
          />
        </div>
        <div className="rows">
          {positions.map((position) => (
            <PartRow
              key={position.position}
              target={target}
              position={position}
              shelves={shelves}
              currency={costs.currency}
              mayEdit={mayEdit}
              isOpen={openPosition === position.position}
              onOpen={open}
            />
          ))}
          {positions.length === 0 && <p className="soft">No parts are on this craft&rsquo;s sheet.</p>}
        </div>
      </section>
      <div className="stack">
        <SetsPanel alarms={alarms} />
        {mayEdit && shelves.length > 0 && <ReservePanel target={target} shelves={shelves} kinds={kinds} />}
        {mayEdit && (
          <section className="panel stack">
            <h2>{mend === null ? "No new part?" : "The mend"}</h2>
            {isSetting ? (
              <ChangeSettingForm
                key={mend?.name}
                target={target}
                place={inHand?.place ?? ""}
                mend={mend}
                currency={costs.currency}
                onDone={() => setSetting(false)}
              />
            ) : (
              <Button onClick={() => setSetting(true)}>Record a setting or a mend</Button>
            )}
          </section>
        )}
        <ProofsAsked proofs={proofs} />
        {mayEdit && isHere && <NextBay target={target} to="prove" isPrimary={openProofs > 0} />}
      </div>
    </div>
  );
}

function CausePanel({ causes }: Pick<RefitBayProps, "causes">) {
  return (
    <section className="panel">
      <h2>{causes.length > 1 ? "Causes" : "Cause"}</h2>
      {causes.length === 0 && (
        <p>
          No cause was named yet. <Link href="isolate">Isolate</Link> names it.
        </p>
      )}
      <div className="rows">
        {causes.map(({ seq, lines, isOpen, isFailed }) => (
          <div key={seq}>
            {lines.map((text) => (
              <p key={text}>{isOpen ? <strong>{text}</strong> : text}</p>
            ))}
            {!isOpen && <p className="soft">{isFailed ? "repaired, a proof failed afterwards" : "repaired"}</p>}
          </div>
        ))}
      </div>
    </section>
  );
}

/** What the repairs of this job asked for, and how far it is. */
function ProofsAsked({ proofs }: Pick<RefitBayProps, "proofs">) {
  return (
    <section className="panel">
      <h2>Proofs asked for · {proofs.length}</h2>
      {proofs.length === 0 ? (
        <p className="soft">
          A new part, or a setting, asks for all the proofs that it invalidated. Nothing is &ldquo;probably fine&rdquo;.
        </p>
      ) : (
        <ol className={styles.before}>
          {proofs.map(({ title, state }) => (
            <li key={title} className={state === "met" || state === "waived" ? "soft" : undefined}>
              {title}
              {state !== "open" && `: ${state}`}
            </li>
          ))}
        </ol>
      )}
    </section>
  );
}

function suspectLabel(positions: RefitBayProps["positions"]): string {
  const suspects = positions.filter(({ isSuspect }) => isSuspect).map(({ place }) => place);
  return suspects.length > 0 ? `Suspected: ${suspects.join("; ")}` : "No position is suspected";
}

/** The one cause that is not repaired yet, if there is but one. */
function causeInHand(causes: RefitBayProps["causes"]): RefitBayProps["causes"][number] | undefined {
  const open = causes.filter(({ isOpen }) => isOpen);
  return open.length === 1 ? open[0] : undefined;
}

/** What is done before a part comes out. */
function BeforeSection() {
  return (
    <section className="panel stack">
      <h2>Before anything comes out</h2>
      <ol className={styles.before}>
        <li>Battery out.</li>
        <li>Back up the settings.</li>
        <li>Photograph the part, its wires and the way it faces.</li>
        <li>
          Write down: wire, where it was, what it is, where it goes. <Link href="wiring">The wiring room</Link> keeps
          it, and plans a new board.
        </li>
      </ol>
      <p className="caution">
        Read the rail&rsquo;s jumper and meter the pad before the new part sees power: a 5 V part on a 10 V rail burns.
      </p>
    </section>
  );
}

/** One position of the craft: what is fitted there, what was, and the form to replace it. */
function PartRow({
  target,
  position,
  shelves,
  currency,
  mayEdit,
  isOpen,
  onOpen,
}: Pick<RefitBayProps, "target" | "shelves" | "mayEdit"> & {
  currency: string;
  position: RefitBayProps["positions"][number];
  isOpen: boolean;
  onOpen: (position: string | null) => void;
}) {
  return (
    <div>
      <div className={styles.part}>
        <p>
          <strong>{position.place}</strong>{" "}
          {position.kindName !== position.position && <span className="soft">{position.kindName}</span>}
          {position.isSuspect && <span className={styles.suspect}>suspect</span>}
          <br />
          {position.fitted ? (
            <>
              {position.fitted.name} <span className="number">{position.fitted.serial || "no serial"}</span>{" "}
              <span className="soft">since {position.fitted.since}</span>
            </>
          ) : (
            <span className="watch">empty: fit one before it goes</span>
          )}
        </p>
        {mayEdit && !isOpen && (
          <Button onClick={() => onOpen(position.position)}>{position.fitted ? "Replace" : "Fit one"}</Button>
        )}
      </div>
      {position.former.map((former) => (
        <p key={former.partId} className={styles.former}>
          before: {former.name} <span className="number">{former.serial || "no serial"}</span>, {former.span}:{" "}
          {former.reason}
        </p>
      ))}
      {mayEdit && isOpen && (
        <ReplacePartForm
          target={target}
          position={position.position}
          part={position.fitted}
          shelves={shelves}
          currency={currency}
          kind={position.kind}
          burntBefore={position.former.filter(hasBurnt).length}
          onDone={() => onOpen(null)}
        />
      )}
    </div>
  );
}
