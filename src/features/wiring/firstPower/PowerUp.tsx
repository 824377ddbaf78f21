"use client";

import { Button, Checkbox, Input, Radio } from "antd";
import { useState } from "react";
import { HEARD, type Heard } from "@/core/refit/powerUp/continuity";
import { type WiringCase } from "@/core/refit/wiring/wiringCase";
import { BeforePowerPanel } from "@/features/job/power/BeforePowerPanel";
import { FailureNotice } from "@/shared/FailureNotice";
import { useVerb } from "@/shared/useVerb";
import { type DrawnAnswer } from "@/workers/server/planTask";
import { FirstPower } from "./FirstPower";
import { type WiringRoomData } from "../getWiringRoom";
import styles from "../Wiring.module.css";
import { recordPowerStepAction } from "../wiring.action";
import { type PowerStep, stepName } from "../wiring.manifest";

type Power = NonNullable<WiringRoomData["power"]>;

interface Props {
  target: { jobId: number; version: number };
  mayEdit: boolean;
  power: Power;
  wiring: WiringCase;
  plan: DrawnAnswer["plan"];
}

/** The first power, step by step: each opens behind the one before; a wrong one goes to Isolate. */
export function PowerUp({ target, mayEdit, power, wiring, plan }: Props) {
  const record = useVerb(recordPowerStepAction);
  const due = power.steps.find(({ isGood }) => isGood !== true)?.step ?? null;
  const send = (step: PowerStep, more: object) => void record.run({ ...target, step, ...more });
  return (
    <section className="panel stack" aria-label="First power">
      <h2>First power</h2>
      <FailureNotice failure={record.failure} onReload={record.reload} />
      <ol className={`rows ${styles.steps}`}>
        {power.steps.map(({ step, isGood, said }) => (
          <li key={step} className="stack">
            <strong className={isGood === true ? "good" : isGood === false ? "bad" : step === due ? undefined : "soft"}>
              {isGood === true ? "✓ " : isGood === false ? "✕ " : ""}
              {stepName(step)}
            </strong>
            {said && <span className={styles.small}>{said}</span>}
            {isGood === false && <span className="bad">Handed to Isolate. Mend it, then do this step again.</span>}
            {step === due && mayEdit && power.before && <BeforePowerPanel target={target} before={power.before} />}
            {step === due && mayEdit && !power.before && (
              <>
                {step === "continuity" && (
                  <Continuity power={power} isBusy={record.isBusy} onDone={(more) => send(step, more)} />
                )}
                {step === "first power" && (
                  <FirstPower
                    power={power}
                    wiring={wiring}
                    plan={plan}
                    isBusy={record.isBusy}
                    onDone={(more) => send(step, more)}
                  />
                )}
                {(step === "usb" || step === "pack") && (
                  <Looked
                    what={step === "usb" ? usbWords(power.usb) : packWords(plan)}
                    isBusy={record.isBusy}
                    onDone={(more) => send(step, more)}
                  />
                )}
              </>
            )}
          </li>
        ))}
      </ol>
      {due === null && <p className="good">✓ Powered, step by step. What is owed stands in Prove.</p>}
    </section>
  );
}

function Continuity({
  power: { pairs },
  isBusy,
  onDone,
}: {
  power: Power;
  isBusy: boolean;
  onDone: (more: { looked: boolean; heard: { from: string; to: string; heard: Heard }[] }) => void;
}) {
  const [looked, setLooked] = useState(false);
  const [heard, setHeard] = useState<Record<string, Heard>>({});
  const keyOf = ({ from, to }: { from: string; to: string }) => `${from} ${to}`;
  const left = pairs.filter((pair) => heard[keyOf(pair)] === undefined).length;
  const isWrong = pairs.some((pair) => heard[keyOf(pair)] !== undefined && heard[keyOf(pair)] !== pair.expected);
  return (
    <>
      <Checkbox checked={looked} onChange={({ target: { checked } }) => setLooked(checked)}>
        Pack out. Looked and smelled all over: no solder ball, no strand, no bridge, no soot
      </Checkbox>
      <p className={styles.small}>
        Pack out, USB out. Meter on its beep, black on the second pad. What must be heard stands behind each pair.
      </p>
      <div className={styles.pairs}>
        {pairs.map((pair) => (
          <div key={keyOf(pair)} className={styles.pair}>
            <span>
              <strong className="number">
                {pair.from} – {pair.to}
              </strong>{" "}
              {HEARD[pair.expected]}
              <br />
              <span className={styles.small}>{pair.because}</span>
            </span>
            <Radio.Group
              size="small"
              optionType="button"
              aria-label={`${pair.from} to ${pair.to}`}
              value={heard[keyOf(pair)]}
              options={(["silent", "one beep", "steady"] as const).map((each) => ({ value: each, label: each }))}
              onChange={(event) => setHeard({ ...heard, [keyOf(pair)]: event.target.value as Heard })}
            />
          </div>
        ))}
      </div>
      <Button
        type="primary"
        loading={isBusy}
        disabled={(left > 0 || !looked) && !isWrong}
        onClick={() =>
          onDone({
            looked,
            heard: pairs.flatMap((pair) =>
              heard[keyOf(pair)] ? [{ from: pair.from, to: pair.to, heard: heard[keyOf(pair)]! }] : [],
            ),
          })
        }
      >
        {isWrong ? "One is wrong: record it" : left > 0 ? `${left} to go` : looked ? "Record" : "Look first"}
      </Button>
    </>
  );
}

function Looked({ what, isBusy, onDone }: { what: string; isBusy: boolean; onDone: (more: object) => void }) {
  const [note, setNote] = useState("");
  return (
    <>
      <p className={styles.small}>{what}</p>
      <Input.TextArea
        rows={2}
        value={note}
        placeholder="What was seen, where it is not so"
        aria-label="What was seen"
        maxLength={200}
        onChange={(event) => setNote(event.target.value)}
      />
      <div className="row">
        <Button type="primary" loading={isBusy} onClick={() => onDone({ isGood: true, note })}>
          As it must be
        </Button>
        <Button danger loading={isBusy} disabled={note.trim() === ""} onClick={() => onDone({ isGood: false, note })}>
          Not so
        </Button>
      </div>
    </>
  );
}

/** What must come alive on USB, and what must stay dark. */
function usbWords({ alive, dark }: Power["usb"]): string {
  return `Pack out, USB in: the board answers. ${alive.length > 0 ? `Alive: ${alive.join(", ")}. ` : ""}${dark.length > 0 ? `Dark: ${dark.join(", ")}.` : ""}`;
}

/** What to meter once the pack is in. */
function packWords(plan: DrawnAnswer["plan"]): string {
  const rails = plan?.rails.filter(({ meanA }) => meanA > 0) ?? [];
  return `Props off, pack in. Meter at the pads: ${rails.map(({ rail, minV, maxV }) => `${rail} ${minV === maxV ? minV : `${minV} to ${maxV}`} V`).join("; ")}.`;
}
