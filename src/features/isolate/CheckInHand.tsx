"use client";

import { Input } from "antd";
import { useState } from "react";
import { useHotkeys } from "react-hotkeys-hook";
import styles from "./Isolate.module.css";
import { type CheckView } from "./isolateView";

/** Outcome keys lie on the home row, so that the other hand can stay on the craft; digits go to the bays. */
const OUTCOME_KEYS = ["a", "s", "d", "f", "g"] as const;

interface Props {
  check: CheckView;
  isFirst: boolean;
  others: readonly CheckView[];
  isBusy: boolean;
  mayEdit: boolean;
  areKeysFree: boolean;
  onAnswer: (outcomeId: string, note: string) => void;
  onChoose: (checkId: string) => void;
}

/** The check in hand: how to do it, one key for each answer with what it would mean, and what else could be done. */
export function CheckInHand({ check, isFirst, others, isBusy, mayEdit, areKeysFree, onAnswer, onChoose }: Props) {
  const [note, setNote] = useState("");
  const answers = [
    ...check.outcomes.map((outcome, index) => ({ ...outcome, key: OUTCOME_KEYS[index]! })),
    { id: "unclear", label: "Unclear", would: "nothing moves", key: "u" },
    { id: "could-not-do", label: "Could not do it", would: "nothing moves, the next one is offered", key: "x" },
  ];
  useHotkeys(
    answers.map(({ key }) => key).join(","),
    (event) => {
      const answer = answers.find(({ key }) => key === event.key.toLowerCase());
      if (answer && areKeysFree && !isBusy) onAnswer(answer.id, note);
    },
    { useKey: true },
    [answers, areKeysFree, isBusy, note],
  );
  return (
    <>
      <p className="label">{isFirst ? "Do this next" : "Chosen by you"}</p>
      <h1 className={styles.title}>{check.title}</h1>
      <p>
        <span className={`number ${styles.worth}`}>{check.bits.toFixed(2)} bit</span> for{" "}
        <span className={`number ${styles.worth}`}>{check.minutes} min</span> · {check.hazard}
        {check.needs.length > 0 && <> · needs {check.needs.join(", ")}</>}
        {check.why && <span className="soft"> · {check.why}</span>}
      </p>
      {check.cautions.map((caution) => (
        <p key={caution} className="caution">
          {caution}
        </p>
      ))}
      <ol className={styles.steps}>
        {check.steps.map((step) => (
          <li key={step}>{step}</li>
        ))}
      </ol>
      {mayEdit && (
        <>
          <div className={styles.answers}>
            {answers.map(({ id, label, would, key }) => (
              <button key={id} className={styles.answer} disabled={isBusy} onClick={() => onAnswer(id, note)}>
                <kbd>{key.toUpperCase()}</kbd>
                <span>
                  <strong>{label}</strong>
                  <small>{would}</small>
                </span>
              </button>
            ))}
          </div>
          <Input
            value={note}
            onChange={(event) => setNote(event.target.value)}
            placeholder="Note to the answer: a reading, what you heard … (optional)"
            maxLength={500}
            aria-label="Note to the answer"
          />
        </>
      )}
      {others.length > 0 && (
        <div>
          <p className="label">Or</p>
          <div className="rows">
            {others.map((other) => (
              <button key={other.id} className={styles.other} onClick={() => onChoose(other.id)}>
                <span>{other.title}</span>
                <span className="number">
                  {other.bits.toFixed(2)} bit · {other.minutes} min
                </span>
              </button>
            ))}
          </div>
        </div>
      )}
    </>
  );
}
