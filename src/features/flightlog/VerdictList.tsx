import { formatQuantity } from "@/shared/format";
import { type Judgement, type ShownVerdict } from "./flightlog.schema";
import styles from "./LogLab.module.css";
import { VERDICT_NAMES } from "./verdictNames";

/** What a log says, fault by fault; one that is pressed is looked at. */
export function VerdictList({
  judgement,
  chosen,
  onChoose,
}: {
  judgement: Judgement;
  chosen: ShownVerdict | null;
  onChoose: (verdict: ShownVerdict) => void;
}) {
  const { verdicts, hints = [] } = judgement;
  const faults = verdicts.filter(({ severity }) => severity === "fault");
  return (
    <div className="stack">
      {faults.length === 0 && (
        <div>
          <p className={`${styles.good} met`}>● No fault found</p>
          <p className={styles.small}>
            Nothing of what the log lab looks for is in this log. That is no proof that the craft is well: it says what
            this flight showed.
          </p>
        </div>
      )}
      {faults.length > 0 && (
        <p className="caution">
          Eyes before power: after a crash look, smell and beep first. Props off for every check on the bench.
        </p>
      )}
      {verdicts.map((verdict) => (
        <VerdictCard
          key={`${verdict.code} ${verdict.axis ?? ""}`}
          verdict={verdict}
          isChosen={verdict === chosen}
          onChoose={onChoose}
        />
      ))}
      {hints.map((hint) => (
        <p key={hint}>
          <b>Hint: </b>
          {hint}
        </p>
      ))}
    </div>
  );
}

function VerdictCard({
  verdict,
  isChosen,
  onChoose,
}: {
  verdict: ShownVerdict;
  isChosen: boolean;
  onChoose: (verdict: ShownVerdict) => void;
}) {
  const { code, severity, sentence, tellApart, confidence, fromS, toS, value, unit } = verdict;
  return (
    <button
      type="button"
      className={styles.verdict}
      data-severity={severity}
      aria-pressed={isChosen}
      onClick={() => onChoose(verdict)}
    >
      <span className={styles.title}>
        <span>
          {severity === "fault" ? "■" : "▲"} {titleOf(verdict)}
        </span>
        {value != null && <span className={styles.value}>{valueText(value, unit ?? "")}</span>}
      </span>
      <span>{sentence}</span>
      {isChosen && tellApart && (
        <span>
          <b>Tell apart: </b>
          {tellApart}
        </span>
      )}
      <span className={styles.small}>
        {severity === "note" ? "note" : `${(confidence * 100).toFixed(0)} % sure`} · {fromS.toFixed(1)} to{" "}
        {toS.toFixed(1)} s{code === "current-scale" ? " · whole flight" : ""}
      </span>
    </button>
  );
}

/** “Weak motor 3”, “Gain too high, roll”. */
export function titleOf({ code, motor, axis }: ShownVerdict): string {
  const name = VERDICT_NAMES[code];
  if (motor) return `${name}: ${motor}`;
  return axis && code !== "compass-disturbed" && code !== "unstable-opposed" ? `${name}, ${axis}` : name;
}

function valueText(value: number, unit: string): string {
  if (unit === "×") return `× ${value.toFixed(2)}`;
  const digits = Math.abs(value) >= 100 || Number.isInteger(value) ? 0 : Math.abs(value) >= 10 ? 1 : 2;
  return formatQuantity(value, unit === "deg" ? "°" : unit, digits);
}
