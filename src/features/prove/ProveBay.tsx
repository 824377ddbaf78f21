"use client";

import { useState } from "react";
import { type ProofState } from "@/core/prove/orderProofs";
import { NextBay } from "@/features/job/bays/NextBay";
import { type CleanFlying } from "./cleanFlying";
import { CleanTimePanel, type SortieLine } from "./CleanTimePanel";
import { ProofInHand } from "./ProofInHand";
import { type FailureSymptom, type ProofView } from "./proofView";
import styles from "./Prove.module.css";
import { UndoBar } from "./UndoBar";

/** What the Prove page is given. */
export interface ProveBayProps {
  target: { jobId: number; version: number };
  number: string;
  proofs: readonly ProofView[];
  symptoms: readonly FailureSymptom[];
  clean: CleanFlying | null;
  sorties: readonly SortieLine[];
  mayEdit: boolean;
  mayReopen: boolean;
  mayWaive: boolean;
  isHere: boolean;
}

const SHAPES: Readonly<Record<ProofState, string>> = { open: "○", met: "●", failed: "■", waived: "◆" };
const STATE_CLASS: Readonly<Record<ProofState, string>> = { open: "", met: "good", failed: "bad", waived: "watch" };

/** The ladder of proofs in working order, the one in hand open beside it, and what is LEFT in large figures. */
export function ProveBay(props: ProveBayProps) {
  const { target, number, proofs, symptoms, clean, sorties, mayEdit, mayReopen, mayWaive, isHere } = props;
  const [said, setSaid] = useState<{ kind: string; title: string; state: string } | null>(null);
  const [chosen, choose] = useState<string | null>(null);
  const left = proofs.filter(({ state }) => state === "open" || state === "failed");
  const inHand = proofs.find(({ kind }) => kind === chosen) ?? left[0];
  const waived = proofs.filter(({ state }) => state === "waived").length;
  const rungs = [...new Set(proofs.map(({ rung }) => rung))];
  return (
    <div className={styles.bay}>
      {said && <UndoBar key={`undo ${said.kind}`} target={target} said={said} onGone={() => setSaid(null)} />}
      <section className="panel" aria-label="Proofs">
        <h2>Proofs</h2>
        <p className={styles.left}>
          <span className="number">{left.length}</span> left of {proofs.length}
          {waived > 0 && <small> · {waived} waived</small>}
        </p>
        {proofs.length === 0 && (
          <p className="soft">Nothing was asked for yet. Refit asks, when a part or a setting was changed.</p>
        )}
        {rungs.map((rung) => (
          <div key={rung}>
            <h3 className="label">{rung}</h3>
            {proofs
              .filter((proof) => proof.rung === rung)
              .map((proof) => (
                <button
                  key={proof.kind}
                  className={styles.proof}
                  aria-pressed={proof.kind === inHand?.kind}
                  onClick={() => choose(proof.kind)}
                >
                  <span className={STATE_CLASS[proof.state]} aria-hidden>
                    {SHAPES[proof.state]}
                  </span>
                  <span>
                    {proof.title}
                    {proof.state !== "open" && <span className={STATE_CLASS[proof.state]}> {proof.state}</span>}
                  </span>
                </button>
              ))}
          </div>
        ))}
      </section>
      {inHand ? (
        <ProofInHand
          key={`${inHand.kind}-${target.version}`}
          target={target}
          number={number}
          proof={inHand}
          symptoms={symptoms}
          mayEdit={mayEdit}
          mayReopen={mayReopen}
          mayWaive={mayWaive}
          onDecided={(decided) => {
            setSaid(decided);
            // Who picked another proof while this one was being decided keeps the pick.
            choose((now) => (now === chosen ? null : now));
          }}
        />
      ) : (
        <section className="panel stack">
          <h1>{proofs.length === 0 ? "Nothing to prove yet" : "Every proof is met or waived"}</h1>
          <p>
            {proofs.length === 0
              ? "Record in Refit what was replaced, set or mended."
              : "What was met, and what was waived by whom, stands in the report. Whether it may fly is for its pilot and the local rules."}
          </p>
        </section>
      )}
      <div className="stack">
        <CleanTimePanel target={target} clean={clean} sorties={sorties} mayEdit={mayEdit} />
        {isHere && proofs.length > 0 && left.length === 0 && mayEdit && (
          <NextBay target={target} to="handback" isPrimary />
        )}
      </div>
    </div>
  );
}
