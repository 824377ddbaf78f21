"use client";

import { type ProofState } from "@/core/prove/orderProofs";
import { Button, Input, Select } from "antd";
import { useState } from "react";
import { useHotkeys } from "react-hotkeys-hook";
import { FailureNotice } from "@/shared/FailureNotice";
import { useVerb } from "@/shared/useVerb";
import { decideProofAction } from "./prove.action";
import styles from "./Prove.module.css";

/** A proof as the page shows it. */
export interface ProofView {
  kind: string;
  title: string;
  how: string;
  rung: string;
  cautions: readonly string[];
  state: ProofState;
  note: string;
  askedBy: string;
  failureSymptom: string | null;
  decided: string;
  blockers: string[];
}

interface Props {
  target: { jobId: number; version: number };
  proof: ProofView;
  symptoms: readonly { id: string; text: string }[];
  mayEdit: boolean;
  mayWaive: boolean;
  onDecided: () => void;
}

/** The proof in hand: how it is done, what must come first, and its three ends. */
export function ProofInHand({ target, proof, symptoms, mayEdit, mayWaive, onDecided }: Props) {
  const { run, isBusy, failure, reload } = useVerb(decideProofAction);
  const [note, setNote] = useState("");
  const [symptomId, setSymptomId] = useState(proof.failureSymptom);
  const isBlocked = proof.blockers.length > 0;
  const isDecided = proof.state === "met" || proof.state === "waived";
  const decide = (state: "met" | "failed" | "waived") =>
    void run({ ...target, kind: proof.kind, state, note, symptomId }, onDecided);
  useHotkeys(
    "m",
    () => {
      if (mayEdit && !isBlocked && !isDecided) decide("met");
    },
    { useKey: true },
  );
  return (
    <section className="panel stack" aria-label="Proof in hand">
      <p className="label">{isDecided ? proof.state : "Prove this next"}</p>
      <h1 className={styles.title}>{proof.title}</h1>
      <p className={styles.how}>{proof.how}</p>
      {proof.cautions.map((caution) => (
        <p key={caution} className="caution">
          {caution}
        </p>
      ))}
      <p className="soft">Asked for by {proof.askedBy}.</p>
      {proof.decided && (
        <p>
          {proof.state} by {proof.decided}
          {proof.note && `: ${proof.note}`}
        </p>
      )}
      {isBlocked && !isDecided && <p className="watch">First: {proof.blockers.slice(0, 4).join("; ")}.</p>}
      {mayEdit && !isDecided && (
        <>
          <Input.TextArea
            value={note}
            onChange={(event) => setNote(event.target.value)}
            rows={2}
            maxLength={500}
            aria-label="What was seen"
            placeholder="What was measured or seen. Needed to fail or waive it."
          />
          <label className={styles.seen}>
            If it fails, what was seen? It goes back to Isolate as a finding.
            <Select
              showSearch={{ optionFilterProp: "label" }}
              allowClear
              value={symptomId}
              onChange={(value?: string) => setSymptomId(value ?? null)}
              placeholder="none of the library's symptoms"
              options={symptoms.map(({ id, text }) => ({ value: id, label: text }))}
            />
          </label>
          <FailureNotice failure={failure} onReload={reload} />
          <div className="row">
            <Button type="primary" size="large" disabled={isBlocked} loading={isBusy} onClick={() => decide("met")}>
              Met <kbd>M</kbd>
            </Button>
            <Button size="large" danger disabled={isBusy} onClick={() => decide("failed")}>
              Failed: back to Isolate
            </Button>
            {mayWaive ? (
              <Button size="large" disabled={isBusy} onClick={() => decide("waived")}>
                Waive, in my name
              </Button>
            ) : (
              <span className="soft">Only a lead may waive it.</span>
            )}
          </div>
        </>
      )}
      {!mayEdit && !isDecided && <p className="soft">Proofs are decided while the job is in Prove.</p>}
    </section>
  );
}
