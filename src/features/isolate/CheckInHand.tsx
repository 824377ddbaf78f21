"use client";

import { Checkbox, Input, InputNumber } from "antd";
import { useState } from "react";
import { useHotkeys } from "react-hotkeys-hook";
import { outcomeOfValue } from "@/core/diagnosis/findings/outcomeOfValue";
import { type WhereKind } from "@/core/craft/spots";
import { formatPercent } from "@/shared/format";
import { FileButton, PICTURES } from "@/shared/FileButton";
import styles from "./Isolate.module.css";
import { worthWords } from "./evidenceWords";
import { AskWhere } from "./AskWhere";
import { type CheckView, type Places } from "./checkView";
import { useCheckTimer } from "./useCheckTimer";

/** Outcome keys lie on the home row, so that the other hand can stay on the craft; digits go to the bays. */
const OUTCOME_KEYS = ["a", "s", "d", "f", "g"] as const;

/** What is given as an answer. */
export interface GivenAnswer {
  outcomeId: string | null;
  value: number | null;
  doubtful: boolean;
  minutes: number | null;
  note: string;
  /** Where on the craft; empty where it was not asked or nobody can say. */
  place: string;
  photos: readonly File[];
}

interface Props {
  check: CheckView;
  places: Places;
  /** Why it is the one in hand. */
  label: string;
  isBusy: boolean;
  mayEdit: boolean;
  areKeysFree: boolean;
  onAnswer: (answer: GivenAnswer) => void;
}

/** The check in hand: how to do it, a stopwatch, and one key for each answer with what it would mean. */
export function CheckInHand({ check, places, label, isBusy, mayEdit, areKeysFree, onAnswer }: Props) {
  const [note, setNote] = useState("");
  const [value, setValue] = useState<number | null>(null);
  const [doubtful, setDoubtful] = useState(false);
  const [photos, setPhotos] = useState<readonly File[]>([]);
  const timer = useCheckTimer();
  const answers = [
    ...check.outcomes.map((outcome, index) => ({ ...outcome, key: OUTCOME_KEYS[index]! })),
    { id: "unclear", label: "Unclear", would: "nothing moves", key: "u", probability: 0, where: null },
    {
      id: "could-not-do",
      label: "Could not do it",
      would: "nothing moves, the next one is offered",
      key: "x",
      probability: 0,
      where: null,
    },
  ];
  const [asked, setAsked] = useState<{ outcomeId: string | null; where: WhereKind } | null>(null);
  const send = (outcomeId: string | null, place: string) =>
    onAnswer({
      outcomeId,
      value: outcomeId === null ? value : null,
      doubtful,
      minutes: timer.minutes,
      note,
      place,
      photos,
    });
  const give = (outcomeId: string | null) => {
    const answered = outcomeId ?? outcomeOf(check, value);
    const where = check.outcomes.find(({ id }) => id === answered)?.where ?? null;
    if (where) setAsked({ outcomeId, where });
    else send(outcomeId, "");
  };
  useHotkeys(
    [...answers.map(({ key }) => key), "t", "q"].join(","),
    (event) => {
      if (!areKeysFree || !mayEdit || asked) return;
      const key = event.key.toLowerCase();
      if (key === "t") return timer.toggle();
      if (key === "q") return setDoubtful(!doubtful);
      const answer = answers.find((each) => each.key === key);
      if (answer && !isBusy) give(answer.id);
    },
    { useKey: true },
    [answers, areKeysFree, isBusy, mayEdit, note, value, doubtful, photos, timer, asked],
  );
  return (
    <>
      <CheckSteps check={check} label={label} />
      {mayEdit && (
        <>
          <ClockAndDoubt {...{ timer, doubtful }} onDoubt={setDoubtful} />
          {check.measure && (
            <ValueField check={check} value={value} isBusy={isBusy} onValue={setValue} onTake={() => give(null)} />
          )}
          {asked && (
            <AskWhere
              places={places[asked.where]}
              isBusy={isBusy}
              onPlace={(place) => send(asked.outcomeId, place)}
              onLeave={() => setAsked(null)}
            />
          )}
          <div className={styles.answers} hidden={asked !== null}>
            {answers.map(({ id, key, label, would, probability }) => (
              <AnswerButton
                key={id}
                answerKey={key}
                {...{ label, would, probability, isBusy }}
                onGive={() => give(id)}
              />
            ))}
          </div>
          <NoteAndPhotos note={note} photos={photos} onNote={setNote} onPhotos={setPhotos} />
        </>
      )}
    </>
  );
}

function ClockAndDoubt({
  timer,
  doubtful,
  onDoubt,
}: {
  timer: ReturnType<typeof useCheckTimer>;
  doubtful: boolean;
  onDoubt: (doubtful: boolean) => void;
}) {
  return (
    <div className={styles.tools}>
      <button className={styles.timer} aria-pressed={timer.isRunning} onClick={timer.toggle}>
        <kbd>T</kbd> <span className="number">{clock(timer.elapsedS)}</span>{" "}
        {timer.isRunning ? "stop" : timer.elapsedS > 0 ? "go on" : "start the clock"}
      </button>
      <Checkbox checked={doubtful} onChange={(event) => onDoubt(event.target.checked)}>
        <kbd>Q</kbd> Not sure of the answer
      </Checkbox>
    </div>
  );
}

/** One answer with its key, how likely it is and what it would mean. */
function AnswerButton(props: {
  answerKey: string;
  label: string;
  would: string;
  probability: number;
  isBusy: boolean;
  onGive: () => void;
}) {
  const { answerKey, label, would, probability, isBusy, onGive } = props;
  return (
    <button className={styles.answer} disabled={isBusy} onClick={onGive}>
      <kbd>{answerKey.toUpperCase()}</kbd>
      <span>
        <strong>{label}</strong>
        <small>
          {probability > 0 && `${formatPercent(probability)} likely: `}
          {would}
        </small>
      </span>
    </button>
  );
}

/** What the check is worth, what to mind, and how it is done. */
function CheckSteps({ check, label }: { check: CheckView; label: string }) {
  return (
    <>
      <p className="label">{label}</p>
      <h1 className={styles.title}>{check.title}</h1>
      <p>
        <strong className={styles.worth} title={`${check.bits.toFixed(2)} bit`}>
          {worthWords(check.bits).charAt(0).toUpperCase() + worthWords(check.bits).slice(1)}
        </strong>
        , <span className={`number ${styles.worth}`}>{check.minutes} min</span>
        {check.risk && <span className="watch"> + {check.risk}</span>} · {check.hazard}
        {check.irreversible && " · cannot be undone"}
        {check.needs.length > 0 && <> · needs {check.needs.join(", ")}</>}
        {check.on && <> · on {check.on}</>}
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
    </>
  );
}

/** A measured value that the answer is read from. */
function ValueField({
  check,
  value,
  isBusy,
  onValue,
  onTake,
}: {
  check: CheckView;
  value: number | null;
  isBusy: boolean;
  onValue: (value: number | null) => void;
  onTake: () => void;
}) {
  const { quantity, unit } = check.measure!;
  return (
    <form
      className={styles.tools}
      onSubmit={(event) => {
        event.preventDefault();
        if (value !== null && !isBusy) onTake();
      }}
    >
      <label>
        {quantity} <InputNumber value={value} onChange={onValue} suffix={unit} aria-label={`${quantity} in ${unit}`} />
      </label>
      <button type="submit" className="plain-button" disabled={value === null || isBusy}>
        Take the value
      </button>
      <span className="soft">{limitText(check)}</span>
    </form>
  );
}

/** What goes with the answer. */
function NoteAndPhotos({
  note,
  photos,
  onNote,
  onPhotos,
}: {
  note: string;
  photos: readonly File[];
  onNote: (note: string) => void;
  onPhotos: (photos: readonly File[]) => void;
}) {
  return (
    <div className={styles.tools}>
      <Input
        value={note}
        onChange={(event) => onNote(event.target.value)}
        placeholder="Note to the answer: a reading, what you heard … (optional)"
        maxLength={500}
        aria-label="Note to the answer"
        style={{ flex: "1 1 240px" }}
      />
      <FileButton label="Add a photo" accept={PICTURES} chosen={photos} isMultiple onFiles={onPhotos} />
    </div>
  );
}

/** The outcome that a typed value stands for; null where the check takes none, or none was typed. */
function outcomeOf({ measure }: CheckView, value: number | null): string | null {
  return measure && value !== null ? outcomeOfValue(measure, value) : null;
}

function clock(seconds: number): string {
  return `${Math.floor(seconds / 60)}:${String(seconds % 60).padStart(2, "0")}`;
}

/** "below 80 %: Under 80 % of its label; else: 80 % or more" */
function limitText({ measure, outcomes }: CheckView): string {
  const labelOf = (outcomeId: string) => outcomes.find(({ id }) => id === outcomeId)?.label ?? outcomeId;
  return measure!.bands
    .map(
      ({ below, outcomeId }) =>
        `${below === undefined ? "else" : `below ${below} ${measure!.unit}`}: ${labelOf(outcomeId)}`,
    )
    .join("; ");
}
