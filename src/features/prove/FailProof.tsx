"use client";

import { Button, Checkbox, Input, Select } from "antd";
import { useState } from "react";
import { PlacePicker } from "@/features/faultLibrary/PlacePicker";
import { FailureNotice } from "@/shared/FailureNotice";
import { useVerb } from "@/shared/useVerb";
import { decideProofAction, putRightAction } from "./prove.action";
import styles from "./Prove.module.css";
import { type FailureSymptom, type ProofView } from "./proofView";

interface Props {
  target: { jobId: number; version: number };
  proof: ProofView;
  symptoms: readonly FailureSymptom[];
  onDone: () => void;
  onLeave: () => void;
}

/** A proof that failed: what was seen and where, then put right here, or back to Isolate with it as a finding. */
export function FailProof({ target, proof, symptoms, onDone, onLeave }: Props) {
  const fail = useVerb(decideProofAction);
  const right = useVerb(putRightAction);
  const [note, setNote] = useState("");
  const [symptomId, setSymptomId] = useState(proof.failureSymptom);
  const [place, setPlace] = useState("");
  const [done, setDone] = useState("");
  const [isRewired, setRewired] = useState(false);
  const places = symptoms.find(({ id }) => id === symptomId)?.places ?? [];
  const said = { ...target, kind: proof.kind, note, symptomId, place: places.includes(place) ? place : "" };
  const isBusy = fail.isBusy || right.isBusy;
  return (
    <div className={`stack ${styles.fail}`} role="group" aria-label="It failed">
      <label className={styles.seen}>
        What was seen?
        <Input.TextArea
          value={note}
          onChange={(event) => setNote(event.target.value)}
          rows={2}
          maxLength={300}
          autoFocus
          aria-label="What was seen"
        />
      </label>
      <label className={styles.seen}>
        As a finding
        <Select
          showSearch={{ optionFilterProp: "label" }}
          allowClear
          value={symptomId}
          onChange={(value?: string) => setSymptomId(value ?? null)}
          placeholder="none of the library's symptoms"
          aria-label="As a finding"
          options={symptoms.map(({ id, text }) => ({ value: id, label: text }))}
        />
      </label>
      {places.length > 1 && <PlacePicker label="Where it failed" places={places} value={place} onChange={setPlace} />}
      <FailureNotice failure={fail.failure ?? right.failure} onReload={fail.failure ? fail.reload : right.reload} />
      <div className={styles.ways}>
        <div className="stack">
          <strong>The cure is plain</strong>
          <Input
            value={done}
            onChange={(event) => setDone(event.target.value)}
            placeholder="what was done: two of its wires crossed"
            aria-label="What was done"
            maxLength={300}
          />
          <Checkbox checked={isRewired} onChange={(event) => setRewired(event.target.checked)}>
            Wires or joints were touched
          </Checkbox>
          <Button
            type="primary"
            loading={right.isBusy}
            disabled={isBusy || done.trim() === ""}
            onClick={() => void right.run({ ...said, done, isRewired }, onDone)}
          >
            Put right here, repeat the proof
          </Button>
        </div>
        <div className="stack">
          <strong>It must be found</strong>
          <p className="soft">
            It goes back to Isolate as a finding; what was found before stays where it still holds.
          </p>
          <Button
            danger
            disabled={isBusy}
            loading={fail.isBusy}
            onClick={() => void fail.run({ ...said, state: "failed" }, onDone)}
          >
            Failed: back to Isolate
          </Button>
        </div>
      </div>
      <Button type="text" onClick={onLeave}>
        It did not fail
      </Button>
    </div>
  );
}
